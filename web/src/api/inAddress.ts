/* URL parameters of a screen other than choices. Parameters cannot have these names. */

/** Of a report: the number of the version it is shown in. */
export const AS_OF = 'as-of'

/** Of a report: the impersonated `group:id` or `person:name`. */
export const VIEW_AS = 'view-as'

/** The stage that a screen is seen in. */
export const IN_STAGE = 'in-stage'

/** Choices that cannot be changed. */
export const SIGNED = 'signed'

/** Whether the page impersonates a viewer or uses a signed link: then requests have additional headers. */
export const isSeenOtherwise = (said: URLSearchParams): boolean =>
  [AS_OF, VIEW_AS, IN_STAGE, SIGNED].some(name => said.has(name))
