import { askWho, signInAddress } from './api/me'
import { isByLink } from './api/openLink'
import { keepFocus } from './focus'
import { show } from './screens'

/** Shows the screen in the URL. The router is created when this file is loaded. */
export async function start(): Promise<void> {
  keepFocus(document)
  /* If that fails, the page reports it with its other requests. */
  const me = await askWho().catch(() => undefined)
  if (me && !me.signedIn && !isByLink()) location.replace(signInAddress())
  else show()
}
