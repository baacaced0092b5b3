/** The prefix of picks in a link. */
export const ONLY = 'only.'

export const isPick = (name: string): boolean => name.startsWith(ONLY)
