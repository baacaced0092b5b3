// Steps that read several sources. Described in docs/cross-source-queries.md.
import type { SentenceOption, SentencePart, StepsAnalysis } from '../api/types'
import { listInWords } from '../formats'
import { isSentRequest } from './request'

type Federation = StepsAnalysis['federation']
type Transfer = Federation['transfers'][number]

/** Whether the outgoing text is a federated statement. */
export const isSentToSeveral = (sent: string): boolean => sent.startsWith('parts 1\n')

/** The positions of a displayed statement. */
export function sentInWords(sent: string): string {
  if (isSentToSeveral(sent)) return 'what each source received, and what ran here on their rows'
  return isSentRequest(sent) ? 'the request as the service received it' : 'the statement the database received'
}

/** The names of the sources without duplicates. */
export const sourcesOf = (parts: Federation['parts']): string =>
  listInWords([...new Set(parts.map(part => part.source))])

export type Decision = Transfer['decision']
const WORDS: Record<Decision, string> = {
  allowed: 'may be sent',
  refused: 'are never sent',
  open: 'stay here',
}

/** The options of a data transfer policy. */
export const offersOf = (): SentenceOption[] => [
  { id: 'allowed', label: 'may be sent', note: 'so that only matching rows are fetched', reason: '' },
  { id: 'refused', label: 'are never sent', note: 'even if a query could be faster', reason: '' },
  { id: 'open', label: 'stay here', note: 'until someone decides', reason: '' },
]

const plain = (text: string): SentencePart => ({
  text,
  mark: '',
  editable: false,
  hasOptions: false,
  multiline: false,
  initialText: '',
})

/** A decision as a sentence, whose mark changes it for the whole project. */
export const piecesOf = (transfer: Transfer): SentencePart[] => [
  plain(`Values of ${listInWords(transfer.columns)} from ${transfer.from} `),
  { ...plain(WORDS[transfer.decision]), mark: 'decision', hasOptions: true },
  plain(transfer.decision !== 'open' ? ` to ${transfer.to}.` : ` and are not sent to ${transfer.to}.`),
]
