import { inServer } from '../../api/location'

/** The page that asked to sign in, if it is one of ours: an address may name any page in the world. */
export function pageToComeBackTo(at: { origin: string; search: string }): string {
  const wanted = new URLSearchParams(at.search).get('back') ?? inServer('/')
  const address = URL.canParse(wanted, at.origin) ? new URL(wanted, at.origin) : undefined
  const isOurs =
    address?.origin === at.origin &&
    wanted.startsWith(inServer('/')) &&
    !address.pathname.startsWith(inServer('/sign-in'))
  return isOurs ? address.pathname + address.search + address.hash : inServer('/')
}
