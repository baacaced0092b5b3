/** What can be done with a whole step. */
export type StepAct = 'below' | 'toggle' | 'double' | 'up' | 'down' | 'earlier' | 'remove'
