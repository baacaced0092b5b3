const WORDS: Record<string, string> = {
  denied: 'The sign-in service rejected the request, or you cancelled.',
  expired: 'The sign-in expired or began in another browser. Start again.',
  forged: 'The sign-in service returned an invalid response. Start again; if it happens again, tell an operator.',
  unreachable: 'The sign-in service does not respond. Try again later, or use a name and password of this server.',
  taken: 'Another account has your name. Ask an operator to rename or remove it.',
  shut: 'Your account is suspended. Ask an operator to reactivate it.',
}

/** The error of a failed sign-in at the provider; empty otherwise. */
export const wrongInWords = (word: string | null): string => (word ? (WORDS[word] ?? '') : '')
