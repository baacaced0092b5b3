import type { Choice, DefaultDefinition, ListDefinition, Parameter } from '../api/types'
import { blank } from '../choices/choices'

const noList = (): ListDefinition => ({
  kind: 'any',
  values: [],
  queryId: '',
  counts: false,
  keptSeconds: 300,
  column: { sourceId: '', schema: '', table: '', column: '', label: '', except: [] },
})

const defaultOf = (choice: Choice): DefaultDefinition => ({ kind: 'choice', choice, formula: '', queryId: '' })

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
    many: false,
    covers: 'itself',
    blankRule: 'no-filter',
    blankWords: `any ${words}`,
    allRule: 'leave-out',
    everyRow: '',
    least: '',
    most: '',
    rangeEnd: '',
    held: { by: 'viewer', of: '', open: [] },
    formula: '',
    list: noList(),
    whenGone: 'keep',
    private: false,
    default: defaultOf(blank()),
    trialChoice: blank(),
    formerNames: [],
    version: 0,
  }
}
