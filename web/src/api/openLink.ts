import { ref } from 'vue'
import { withinServer } from './location'

/** The report and token of a signed link, which may be valid without signing in. */
export const openLink = ref('')

const PAGE = /^\/projects\/[^/]+\/reports\/([^/]+)$/

/** The link header of requests; empty without a signed link. */
export function linkOf(path: string, signed: unknown): string {
  const report = PAGE.exec(path)?.[1]
  return report && typeof signed === 'string' && signed ? `${report} ${signed}` : ''
}

/** Whether the page may be public. */
export const isByLink = (): boolean =>
  linkOf(withinServer(location.pathname), new URLSearchParams(location.search).get('signed')) !== ''
