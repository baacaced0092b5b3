// What the fields of a parameter offer, in words.
export const TYPES = [
  { value: 'text', text: 'text' },
  { value: 'integer', text: 'integer' },
  { value: 'decimal', text: 'decimal' },
  { value: 'date', text: 'date' },
  { value: 'datetime', text: 'datetime' },
  { value: 'boolean', text: 'boolean' },
  { value: 'name', text: 'name of a table or column' },
]
export const MANY = [
  { value: false, text: 'takes one value' },
  { value: true, text: 'takes many values' },
]
export const RULES = [
  { value: 'no-filter', text: 'no filter' },
  { value: 'rows-without-value', text: 'rows without a value' },
  { value: 'not-allowed', text: 'not allowed: a choice is required' },
]
export const ALL_RULES = [
  { value: 'leave-out', text: 'no filter' },
  { value: 'send-each', text: 'each listed value is sent' },
]
export const TEXT_COVERS = [
  { value: 'itself', text: 'itself' },
  { value: 'containing', text: 'every text that contains it' },
  { value: 'starting', text: 'every text that starts with it' },
  { value: 'ending', text: 'every text that ends with it' },
]
export const DATE_COVERS = ['itself', 'week', 'month', 'quarter', 'year'].map(value => ({
  value,
  text: value === 'itself' ? 'itself' : `its whole ${value}`,
}))
export const KEPT = [
  { value: false, text: 'values are kept' },
  { value: true, text: 'private: values are never kept' },
]
