/* What the address of a screen may say besides choices. No parameter can have these names. */

/** Of a report: the number of the revision that it is looked at as of. */
export const AS_OF = 'as-of'

/** Of a report: whom it is looked at as, `group:id` or `person:name`. */
export const VIEW_AS = 'view-as'

/** The stage that a screen is seen in. */
export const IN_STAGE = 'in-stage'

/** Choices that no one can change. */
export const SIGNED = 'signed'

/** Whether it is seen as others see it, or by its own link: then requests say more than what they ask for. */
export const isSeenOtherwise = (said: URLSearchParams): boolean =>
  [AS_OF, VIEW_AS, IN_STAGE, SIGNED].some(name => said.has(name))
