import { createApp } from 'vue'
import { keepFocus } from './focus'

/** Shows a page that is of no project: to sign in, or to have no more of a delivery. */
export async function showOutside(path: string): Promise<void> {
  keepFocus(document)
  const page =
    path === '/sign-in'
      ? await import('./screens/sign-in/SignInPage.vue')
      : await import('./screens/unsubscribe/UnsubscribePage.vue')
  createApp(page.default).mount('#app')
}
