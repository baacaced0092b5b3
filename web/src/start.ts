import { askWho, signInAddress } from './api/me'
import { isByLink } from './api/openLink'
import { keepFocus } from './focus'
import { show } from './screens'

/** Shows the screen of a project that the address names. Its router is made when this file is loaded, and takes the address for its own. */
export async function start(): Promise<void> {
  keepFocus(document)
  /* Where that cannot be reported the page says so itself, with what else it asks for. */
  const me = await askWho().catch(() => undefined)
  if (me && !me.signedIn && !isByLink()) location.replace(signInAddress())
  else show()
}
