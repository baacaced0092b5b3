import { afterEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '../../testing/eventually'
import { stubServer } from '../../testing/stubServer'
import { createApp, defineComponent, h } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import type { Parameter, Report } from '../../api/types'
import { chosen } from '../../choices/choices'
import { newParameter } from '../../testing/newParameter'
import { useReader, type UseReader } from './useReader'
import { useReportAddress } from './useReportAddress'

const parameter = (name: string): Parameter => ({ ...newParameter(name), multiple: true })
const report: Report = {
  id: 'late',
  name: 'Late',
  audience: '',
  question: '',
  parameters: [parameter('port')],
  links: {},
  partners: {},
  dateRanges: {},
  queryLimits: {},
  viewParameters: {},
  dependencies: {},
  stage: { name: 'live', restrictions: [] },
  maximumRows: 1000,
  version: 1,
  definition: {
    controls: [],
    views: [],
    start: 'defaults',
    onDemand: false,
    showsPlacements: false,
    signedParameters: [],
  },
}
const many = (length: number): string[] => Array.from({ length }, (_, i) => `a rather long name of a port, number ${i}`)

afterEach(() => vi.unstubAllGlobals())

describe('the address of a report', () => {
  it('is that of the last choice, even if an earlier one is stored on the server first', async () => {
    let answerKept: () => void = () => undefined
    stubServer(({ path }) => {
      if (!path.endsWith('/selections'))
        return Promise.resolve(
          new Response(
            JSON.stringify({ parts: [], quiet: [], sentence: '', choices: {}, fixed: [], dropped: {}, problems: [] }),
          ),
        )
      return new Promise<Response>(resolve => {
        answerKept = () => resolve(new Response(JSON.stringify({ id: 'kept', name: '', choices: {} })))
      })
    })
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [{ path: '/reports/:id', component: { render: () => h('i') } }],
    })
    await router.push('/reports/late')
    let reader!: UseReader
    const app = createApp(
      defineComponent({
        setup: () => {
          reader = useReader(report, {}, useReportAddress())
          return () => h('i')
        },
      }),
    )
    app.use(router).mount(document.createElement('div'))

    reader.choose({ port: chosen(many(400)) })
    reader.choose({ port: chosen(['Ardlow']) })
    answerKept()
    await eventually(() => expect(router.currentRoute.value.fullPath).toBe('/reports/late?port=Ardlow'))
    await new Promise(resolve => setTimeout(resolve, 20))

    expect(router.currentRoute.value.fullPath).toBe('/reports/late?port=Ardlow')
    expect(reader.choices.value.port).toEqual(chosen(['Ardlow']))
    app.unmount()
  })
})
