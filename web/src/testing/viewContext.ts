import { computed, ref } from 'vue'
import type { RunResult } from '../api/resultStream'
import type { Cell, Column, Parameter, Report, View } from '../api/types'
import type { ViewRunContext } from '../views/useViewRun'

/** An empty view with the given properties. */
export const newView = (view: Partial<View>): View => ({
  id: 'rows',
  kind: 'table',
  title: '',
  queryId: 'late',
  measures: [],
  groupBy: [],
  limitParameter: '',
  columns: [],
  comparison: null,
  ignoredParameters: [],
  layout: { width: 0, height: 0, first: 0, sideBySide: false } as View['layout'],
  ...view,
})

/** A row count with the given properties. */
export const newFigure = (figure: Partial<View['measures'][number]> = {}): View['measures'][number] => ({
  function: 'count',
  column: '',
  label: 'crossings',
  unit: '',
  format: '',
  additive: true,
  ...figure,
})

export const column = (name: string, kind: Column['kind'] = 'text'): Column => ({ name, type: kind, kind })

/** A complete result. @param more whether the source has further rows */
export function newResult(columns: Column[], rows: Cell[][], more = false): RunResult {
  const count = { fetchedRows: rows.length, shownRows: rows.length, more, databaseMs: 1, totalMs: 2, at: '' }
  return {
    started: { event: 'started', sentId: 1, text: '', values: [], placements: [], columns } as never,
    rows,
    done: { event: 'done', ...count } as never,
    kept: '',
  }
}

/** The context of views in a report; each run returns the result of its part, by default main. */
export function viewContext(
  results: Record<string, RunResult | Error>,
  context: { parameters?: Parameter[]; titles?: Record<string, string>; periods?: Record<string, string> } = {},
): ViewRunContext {
  return {
    run: (_, body) => () => {
      const result = results[body.part ? body.part : 'main']
      return result instanceof Error || !result ? Promise.reject(result ?? new Error('none')) : Promise.resolve(result)
    },
    report: {
      parameters: context.parameters ?? [],
      viewParameters: {},
      links: {},
      queryLimits: {},
      dateRanges: {},
      partners: {},
      maximumRows: 1000,
      definition: { views: [] },
    } as unknown as Report,
    choices: ref({}),
    picked: ref([]),
    signed: ref(''),
    waiting: ref('no'),
    kept: { since: computed(() => ''), askAgain: () => undefined, follow: () => undefined },
    titles: computed(() => context.titles ?? {}),
    comparedPeriods: computed(() => context.periods ?? {}),
    notes: computed(() => ({
      note: [
        { text: 'Only late ones, ', parameters: [] },
        { text: 'Tarn', parameters: ['port'] },
      ],
    })),
  }
}
