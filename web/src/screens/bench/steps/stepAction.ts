/** Actions on a step. */
export type StepAct = 'below' | 'toggle' | 'double' | 'up' | 'down' | 'earlier' | 'remove'

/**
 * Rejected steps that were typed or pasted.
 *
 * `steps` are those that were not added, one per line; empty if all were. `reason` says what is wrong with the first of them.
 */
export interface RejectedSteps {
  steps: string
  reason: string
}
