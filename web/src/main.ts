import '@fontsource/atkinson-hyperlegible/400.css'
import '@fontsource/atkinson-hyperlegible/700.css'
import './style/letters.css'
import '@fontsource/jetbrains-mono/latin-400.css'
import '@fontsource/jetbrains-mono/latin-600.css'
import './style/bootstrap.scss'
import './style/tokens.css'
import './style/base.css'
import { askAhead } from './api/preload'
import { isSeenOtherwise } from './api/inAddress'
import { withinServer } from './api/place'
import { inApi } from './api/project'

/* What is wanted first is asked for at once, beside all that has to be loaded to show it: so nothing large is loaded by this file. */
const path = withinServer(location.pathname)
const report = /^\/projects\/[^/]+\/reports\/([^/]+)$/.exec(path)?.[1]
const isOutside = path === '/sign-in' || path.startsWith('/unsubscribe/')
if (!isOutside) askAhead('/api/me')
if (report) {
  import('./screens/reader/ReaderScreen.vue').catch(() => undefined)
  if (!isSeenOtherwise(new URLSearchParams(location.search))) askAhead(inApi(`/reports/${report}`))
}
/* What is of no project must not load the router of one, which would take its address for a screen. */
if (isOutside) void import('./outside').then(({ showOutside }) => showOutside(path))
else void import('./start').then(({ start }) => start())
