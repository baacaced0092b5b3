import type { Parameter } from '../api/types'

type Field = keyof Parameter

const fieldsOf = (parameter: Parameter): Field[] =>
  (Object.keys(parameter) as Field[]).filter(field => field !== 'version' && field !== 'name')
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** The fields in which two definitions of one parameter differ. */
export const changedFields = (before: Parameter, after: Parameter): Field[] =>
  fieldsOf(after).filter(field => !same(before[field], after[field]))

/**
 * Merges two edits of the same definition. Changes to different fields are combined; different changes
 * to the same field are a conflict, which is not resolved here.
 */
export function merge(
  base: Parameter,
  mine: Parameter,
  theirs: Parameter,
): { merged: Parameter; conflicts: Field[]; theirFields: Field[] } {
  const myFields = changedFields(base, mine)
  const theirFields = changedFields(base, theirs)
  const conflicts = myFields.filter(field => theirFields.includes(field) && !same(mine[field], theirs[field]))
  const merged = { ...theirs, ...Object.fromEntries(myFields.map(field => [field, mine[field]])) }
  return { merged, conflicts, theirFields }
}

const WORDS: Partial<Record<Field, string>> = {
  label: 'words',
  blankRule: 'meaning of blank',
  blankLabel: 'label of blank',
  allRule: 'meaning of all',
  unlimitedValue: 'value for all rows',
  rangeEnd: 'range',
  rowAccess: 'row access',
  default: 'default',
  trial: 'trial value',
  multiple: 'one or many',
  covers: 'what a value covers',
  whenUnlisted: 'handling of missing values',
}
export const fieldInWords = (field: Field): string => WORDS[field] ?? field
