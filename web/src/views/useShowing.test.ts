import { describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import type { Choices, Question, Report } from '../api/types'
import { blank, chosen } from '../choices/choices'
import { newParameter } from '../testing/newParameter'
import { useShowing } from './useShowing'

function report(start: Report['definition']['start'], onDemand: boolean): Report {
  return {
    id: 'r',
    name: 'R',
    audience: '',
    question: '',
    definition: { controls: [], views: [], start, onDemand, showsPlacements: false, signedParameters: [] },
    parameters: [newParameter('port')],
    links: {},
    partners: {},
    dateRanges: {},
    queryLimits: {},
    viewParameters: {},
    dependencies: {},
    version: 1,
    stage: { name: 'live', restrictions: [] },
    maximumRows: 10,
  }
}
const missingPort = { problems: [{ kind: 'choice-required', parameter: 'port' }] } as unknown as Question

describe('the displayed choices of a report', () => {
  it('follow every choice when it opens with defaults', async () => {
    const choices = ref<Choices>({ port: chosen(['A']) })
    const { shown, waiting, outdated } = useShowing(report('defaults', false), choices, ref(undefined), false)
    choices.value = { port: chosen(['B']) }
    await nextTick()
    expect([waiting.value, outdated.value, shown.value]).toEqual(['no', false, { port: chosen(['B']) }])
  })

  it('wait for Show rows when it opens empty, unless the link requests rows', () => {
    const choices = ref<Choices>({ port: blank() })
    const opened = useShowing(report('empty', false), choices, ref(undefined), false)
    expect(opened.waiting.value).toBe('for-rows')
    opened.show()
    expect(opened.waiting.value).toBe('no')
    expect(useShowing(report('empty', false), choices, ref(undefined), true).waiting.value).toBe('no')
  })

  it('are kept until the next run', async () => {
    const choices = ref<Choices>({ port: chosen(['A']) })
    const { shown, outdated, show } = useShowing(report('defaults', true), choices, ref(undefined), false)
    choices.value = { port: chosen(['B']) }
    await nextTick()
    expect(outdated.value).toBe(true)
    expect(shown.value).toEqual({ port: chosen(['A']) })
    show()
    expect(outdated.value).toBe(false)
    expect(shown.value).toEqual({ port: chosen(['B']) })
  })

  it('cannot be run while a required choice is missing', () => {
    const { waiting, missing, show } = useShowing(
      report('question', false),
      ref({ port: blank() }),
      ref(missingPort),
      false,
    )
    show()
    expect(waiting.value).toBe('for-choices')
    expect(missing.value.map(parameter => parameter.name)).toEqual(['port'])
  })
})
