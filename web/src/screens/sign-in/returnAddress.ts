import { inServer } from '../../api/location'

/** The page that required sign-in, if it is on this server: a URL may name any page. */
export function pageToComeBackTo(at: { origin: string; search: string }): string {
  const wanted = new URLSearchParams(at.search).get('back') ?? inServer('/')
  const address = URL.canParse(wanted, at.origin) ? new URL(wanted, at.origin) : undefined
  const isOurs =
    address?.origin === at.origin &&
    wanted.startsWith(inServer('/')) &&
    !address.pathname.startsWith(inServer('/sign-in'))
  return isOurs ? address.pathname + address.search + address.hash : inServer('/')
}
