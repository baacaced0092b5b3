/** What the names of selections in views begin with in a link. */
export const ONLY = 'only.'

export const isPick = (name: string): boolean => name.startsWith(ONLY)
