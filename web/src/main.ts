import '@fontsource/atkinson-hyperlegible/400.css'
import '@fontsource/atkinson-hyperlegible/700.css'
import './style/letters.css'
import '@fontsource/jetbrains-mono/latin-400.css'
import '@fontsource/jetbrains-mono/latin-600.css'
import './style/bootstrap.scss'
import './style/tokens.css'
import './style/base.css'
import { addressOf } from './api/address'
import { askAhead } from './api/preload'
import { isSeenOtherwise } from './api/inAddress'
import { withinServer } from './api/location'

/* The first data are requested at once, in parallel with the scripts, so this file imports nothing large. */
const path = withinServer(location.pathname)
const report = /^\/projects\/[^/]+\/reports\/([^/]+)$/.exec(path)?.[1]
const isOutside = path === '/sign-in' || path.startsWith('/unsubscribe/')
if (!isOutside) askAhead(addressOf('/api/v1/me'))
if (report) {
  import('./screens/reader/ReaderScreen.vue').catch(() => undefined)
  if (!isSeenOtherwise(new URLSearchParams(location.search)))
    askAhead(addressOf('/api/v1/projects/{project}/reports/{id}', { id: decodeURIComponent(report) }))
}
/* Pages outside of projects must not load the project router, which would treat their address as a screen. */
if (isOutside) void import('./outside').then(({ showOutside }) => showOutside(path))
else void import('./start').then(({ start }) => start())
