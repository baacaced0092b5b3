// Steps that take rows of several sources. Described in docs/cross-source-queries.md.
import type { MarkOption, SentencePiece, StepsAnalysis } from '../api/types'
import { listInWords } from '../formats'
import { isSentRequest } from './request'

type Several = StepsAnalysis['several']
type Travel = Several['travels'][number]

/** Whether what was sent went to several sources. */
export const isSentToSeveral = (sent: string): boolean => sent.startsWith('sides 1\n')

/** The positions of a displayed statement. */
export function sentInWords(sent: string): string {
  if (isSentToSeveral(sent)) return 'what each source received, and what ran here on their rows'
  return isSentRequest(sent) ? 'the request as the service received it' : 'the statement the database received'
}

/** The sources in words, each once. */
export const sourcesOf = (sides: Several['sides']): string => listInWords([...new Set(sides.map(side => side.source))])

const OPEN = 'stay here'
const WORDS: Record<string, string> = { allowed: 'may be sent', refused: 'are never sent' }

/** The options of a data transfer policy. */
export const offersOf = (): MarkOption[] => [
  { id: 'allowed', words: 'may be sent', note: 'so that only matching rows are fetched', reason: '' },
  { id: 'refused', words: 'are never sent', note: 'even if a query could be faster', reason: '' },
  { id: '', words: 'stay here', note: 'until someone decides', reason: '' },
]

const plain = (text: string): SentencePiece => ({
  text,
  mark: '',
  typed: false,
  offered: false,
  lines: false,
  begins: '',
})

/** A decision as a sentence, whose mark changes it for the whole project. */
export const piecesOf = (travel: Travel): SentencePiece[] => [
  plain(`Values of ${listInWords(travel.columns)} from ${travel.from} `),
  { ...plain(WORDS[travel.decision] ?? OPEN), mark: 'decision', offered: true },
  plain(travel.decision ? ` to ${travel.to}.` : ` and are not sent to ${travel.to}.`),
]
