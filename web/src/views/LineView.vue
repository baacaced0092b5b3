<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { View } from '../api/types'
import { lastAnswer } from '../composables/useRun'
import { periodInWords } from '../choices/periods'
import { countInWords, rowsInWords } from '../formats'
import { withGaps, type Stretch } from './periodSteps'
import RunNote from './RunNote.vue'
import { useChart } from './useChart'
import { useViewRun, type Asked } from './useViewRun'

const props = defineProps<{ view: View; asked: Asked }>()
const { state, rerun, stop } = useViewRun(props.view, props.asked)

const stretch = (props.view.groupBy.split(':').at(-1) ?? 'month') as Stretch
const MOST_SAID = 12
const rows = computed(() => lastAnswer(state.value)?.rows ?? [])
const points = computed(() =>
  withGaps(
    rows.value
      .filter(row => row[0] !== null)
      .map(row => ({ day: String(row[0]).slice(0, 10), value: row[1] === null ? null : Number(row[1]) })),
    stretch,
  ),
)
/* Rows without a day cannot stand on the line; they are told, not hidden. */
const withoutDay = computed(() => Number(rows.value.find(row => row[0] === null)?.[1] ?? 0))

const words = (day: string): string => periodInWords(stretch === 'day' ? 'itself' : stretch, day)
const asText = computed(() => {
  const said = points.value.filter(point => point.value !== null)
  const shown = said.slice(0, MOST_SAID).map(point => `${words(point.day)}: ${countInWords(point.value ?? 0)}`)
  return shown.join(', ') + (said.length > MOST_SAID ? ` and ${said.length - MOST_SAID} more` : '')
})
useChart(
  useTemplateRef('box'),
  points,
  now => now.length === 0,
  async () => {
    const { createLine, drawLine } = await import('./lines')
    return { create: createLine, draw: (chart, now) => drawLine(chart, now, words) }
  },
)
</script>

<template>
  <section class="card-box">
    <h2>
      {{ view.title }} <span class="soft fw-normal">{{ view.measures[0]?.label }}</span>
    </h2>
    <RunNote :state="state" class="my-1" @stop="stop" @again="rerun" />
    <p v-if="state.status === 'done' && points.length === 0" class="soft m-0 pt-2">Nothing to draw.</p>
    <div
      v-else
      ref="box"
      class="line"
      role="img"
      :aria-label="asText || 'Nothing drawn yet'"
      :data-line="asText"
      :class="{ stale: state.status !== 'done' }"></div>
    <div v-if="withoutDay > 0" class="small soft">{{ rowsInWords(withoutDay) }} without a day are not on the line.</div>
  </section>
</template>

<style scoped>
.line {
  height: 210px;
}
.stale {
  opacity: 0.55;
}
</style>
