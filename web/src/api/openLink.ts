import { ref } from 'vue'
import { withinServer } from './location'

/** The report that an address with a signed part is of, and that part: anyone who has such a link may be shown it without signing in. */
export const openLink = ref('')

const PAGE = /^\/projects\/[^/]+\/reports\/([^/]+)$/

/** What requests say of the link that the page was opened by; nothing when its address has none. */
export function linkOf(path: string, signed: unknown): string {
  const report = PAGE.exec(path)?.[1]
  return report && typeof signed === 'string' && signed ? `${report} ${signed}` : ''
}

/** Whether the page may be for someone who is not signed in. */
export const isByLink = (): boolean =>
  linkOf(withinServer(location.pathname), new URLSearchParams(location.search).get('signed')) !== ''
