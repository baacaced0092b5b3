import '@fontsource/atkinson-hyperlegible/400.css'
import '@fontsource/atkinson-hyperlegible/700.css'
import '@fontsource/jetbrains-mono/latin-400.css'
import '@fontsource/jetbrains-mono/latin-600.css'
import 'bootstrap/dist/css/bootstrap.min.css'
import 'bootstrap-vue-next/dist/bootstrap-vue-next.css'
import './style/tokens.css'
import './style/base.css'
import { createApp } from 'vue'
import { askWho, signInAddress } from './api/me'
import { isByLink } from './api/openLink'
import { withinServer } from './api/place'
import { keepFocus } from './focus'

/* The screens of a project come with a router, which takes every address for one of theirs. */
async function start(): Promise<void> {
  if (withinServer(location.pathname) === '/sign-in') {
    const { default: SignInPage } = await import('./screens/sign-in/SignInPage.vue')
    createApp(SignInPage).mount('#app')
    return
  }
  if (withinServer(location.pathname).startsWith('/unsubscribe/')) {
    const { default: UnsubscribePage } = await import('./screens/unsubscribe/UnsubscribePage.vue')
    createApp(UnsubscribePage).mount('#app')
    return
  }
  /* Where that cannot be told the page says so itself, with what else it asks for. */
  const who = askWho().catch(() => undefined)
  /* Who opens a report loads what shows it beside the rest, not after it. */
  if (/\/reports\/[^/]+$/.test(location.pathname)) import('./screens/reader/ReaderScreen.vue').catch(() => undefined)
  const screens = import('./screens')
  const me = await who
  if (me && !me.signedIn && !isByLink()) location.replace(signInAddress())
  else (await screens).show()
}

keepFocus(document)
void start()
