import type { Choice, DefaultDefinition, ListDefinition, Parameter } from '../api/types'
import { blank } from '../choices/choices'

const noList = (): ListDefinition => ({
  kind: 'any',
  values: [],
  query: '',
  counts: false,
  cacheSeconds: 300,
  column: { source: '', schema: '', table: '', column: '', label: '', excluded: [] },
})

const defaultOf = (choice: Choice): DefaultDefinition => ({ kind: 'choice', choice, formula: '', query: '' })

/** A parameter of which only the name is known: a text that filters nothing when blank. */
export function newParameter(name: string): Parameter {
  const words = name.replaceAll('_', ' ')
  return {
    name,
    label: words.charAt(0).toUpperCase() + words.slice(1),
    hint: '',
    group: '',
    unit: '',
    type: 'text',
    multiple: false,
    covers: 'itself',
    blankRule: 'no-filter',
    blankLabel: `any ${words}`,
    allRule: 'leave-out',
    unlimitedValue: null,
    minimum: '',
    maximum: '',
    rangeEnd: '',
    rowAccess: null,
    formula: '',
    list: noList(),
    whenUnlisted: 'keep',
    private: false,
    default: defaultOf(blank()),
    trial: blank(),
    formerNames: [],
    version: 0,
  }
}
