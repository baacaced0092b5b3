const WORDS: Record<string, string> = {
  denied: 'The service did not sign you in, or you turned back.',
  expired: 'It took longer than ten minutes, or began in another browser. Begin again.',
  forged: 'What the service answered did not fit what was asked. Begin again; if it happens again, tell an operator.',
  unreachable: 'The service does not answer. Try again in a while, or use a name and password of this server.',
  taken: 'Somebody else here has your name already. Ask an operator to rename or remove that account.',
  shut: 'Your account here is shut. Ask an operator to open it.',
}

/** Why somebody came back from the service without being signed in; nothing when they did not. */
export const wrongInWords = (word: string | null): string => (word ? (WORDS[word] ?? '') : '')
