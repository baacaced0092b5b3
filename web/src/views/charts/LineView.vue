<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Report, View } from '../../api/types'
import { lastAnswer } from '../../composables/useRun'
import { rowsInWords } from '../../formats'
import { figureInWords } from '../figures/figureInWords'
import { columnInWords, readKey, stretchInWords } from '../rows/keys'
import { linesOf, type Line } from './linesOf'
import type { Stretch } from '../periodSteps'
import AccessibleTable from '../rows/AccessibleTable.vue'
import { useChart } from './useChart'
import { pickedIn } from '../usePicked'
import { useViewRun, type ViewRunContext, type Picked } from '../useViewRun'
import ViewCard from '../ViewCard.vue'

const props = defineProps<{ view: View; asked: ViewRunContext }>()
const emit = defineEmits<{ pick: [picked: Picked] }>()
const { state, rerun, stop } = useViewRun(props.view, props.asked)

const by = props.view.groupBy[0] ?? ''
const stretch = (readKey(by).cut || 'day') as Stretch
const figure = props.view.measures[0]
const MOST_SAID = 12
const answer = computed(() => lastAnswer(state.value))
const range = (props.asked.report.dateRanges as Partial<Report['dateRanges']>)[props.view.id]
const chosen = (name: string | undefined): string => (name && props.asked.choices.value[name]?.values[0]) ?? ''
/* As texts, so that nothing is drawn again by other choices. */
const first = computed(() => chosen(range?.[0]))
const last = computed(() => chosen(range?.[1]))
const drawn = computed(() => linesOf(props.view, answer.value?.rows ?? [], stretch, [first.value, last.value]))

const words = (day: string): string => stretchInWords(stretch, day)
const dayWords = computed(() => drawn.value.days.map(words))
const said = (line: Line, at: number): string => {
  const value = line.values[at]
  return figureInWords(value ?? null, figure)
}
/* Made with the answer, not whenever how its run is is drawn again: a year has many days. */
const heads = computed(() => [columnInWords(by), ...drawn.value.lines.map(line => line.name || (figure?.label ?? ''))])
const rows = computed(() => dayWords.value.map((day, i) => [day, ...drawn.value.lines.map(line => said(line, i))]))
const asText = computed(() => {
  const [only] = drawn.value.lines
  if (!only || drawn.value.lines.length > 1) return drawn.value.lines.map(line => line.name).join(', ')
  const points = drawn.value.days
    .map((day, i) => ({ day, value: only.values[i] ?? null }))
    .filter(point => point.value !== null)
  const shown = points
    .slice(0, MOST_SAID)
    .map(point => `${words(point.day)}: ${figureInWords(point.value ?? 0, figure)}`)
  return shown.join(', ') + (points.length > MOST_SAID ? ` and ${points.length - MOST_SAID} more` : '')
})
function pick(at: number): void {
  const day = drawn.value.days[at]
  if (day === undefined) return
  emit('pick', pickedIn(props.view, props.asked, words(day), { column: by, type: 'date', values: [day] }))
}
useChart(
  useTemplateRef('box'),
  drawn,
  now => now.days.length === 0,
  async () => {
    const { createLines, drawLines } = await import('./lines')
    return {
      create: box => createLines(box, pick),
      draw: (chart, now) => drawLines(chart, now, dayWords.value, figure),
    }
  },
)
</script>

<template>
  <ViewCard :view="view" :asked="asked" :about="figure?.label" :state="state" @stop="stop" @again="rerun">
    <p v-if="state.status === 'done' && drawn.days.length === 0" class="soft m-0 pt-2">No data.</p>
    <div v-else ref="box" class="line" role="img" :aria-label="asText || 'No chart yet'" :data-line="asText"></div>
    <AccessibleTable :caption="`${view.title} ${figure?.label}`" :heads="heads" :rows="rows" />
    <div v-if="drawn.leftOut" class="small soft">{{ drawn.leftOut }} more lines are not shown.</div>
    <div v-if="drawn.withoutDay > 0" class="small soft">
      {{ figure?.function === 'count' ? rowsInWords(drawn.withoutDay) : 'Rows' }} without a date are not shown.
    </div>
    <div v-if="answer?.done.more" class="small soft">Too many points to load on one page.</div>
  </ViewCard>
</template>

<style scoped>
.line {
  height: 210px;
  flex: 1 0 auto;
}
.sized .line {
  height: auto;
  min-height: 0;
  flex: 1 1 0;
}
.stale .line {
  opacity: 0.55;
  transition: opacity var(--fading);
}
</style>
