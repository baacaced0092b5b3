<script setup lang="ts">
import type { ECharts } from 'echarts/core'
import { computed, onBeforeUnmount, ref, toRef, watch } from 'vue'
import type { Choices, Problem, Report, View } from '../../api/types'
import { lastAnswer } from '../../composables/useRun'
import { countInWords } from '../../formats'
import RunNote from './RunNote.vue'
import { useViewRun } from './useViewRun'

const props = defineProps<{ report: Report; view: View; choices: Choices }>()
const emit = defineEmits<{ problems: [problems: Problem[]] }>()

const BAR_HEIGHT = 30
const MOST_BARS = 7
const { state, rerun, stop } = useViewRun(props.report, props.view, toRef(props, 'choices'), p => emit('problems', p))

const all = computed(() =>
  (lastAnswer(state.value)?.rows ?? []).map(row => ({ name: row[0] === null ? '(no value)' : String(row[0]), value: Number(row[1]) })),
)
const bars = computed(() => all.value.slice(0, MOST_BARS))
const rest = computed(() => all.value.slice(MOST_BARS).reduce((sum, bar) => sum + bar.value, 0))
const asText = computed(() => bars.value.map(bar => `${bar.name}: ${countInWords(bar.value)}`).join(', '))

const element = ref<HTMLElement | null>(null)
let chart: ECharts | undefined
let size: ResizeObserver | undefined
watch([bars, element], async ([now, box]) => {
  if (!box || now.length === 0) return
  const { createBars, drawBars } = await import('../../charts/bars')
  if (!chart || chart.getDom() !== box) {
    chart?.dispose()
    chart = createBars(box)
    size?.disconnect()
    size = new ResizeObserver(() => chart?.resize())
    size.observe(box)
  }
  drawBars(chart, now)
  chart.resize()
}, { flush: 'post' })
onBeforeUnmount(() => {
  size?.disconnect()
  chart?.dispose()
})
</script>

<template>
  <section class="card-box">
    <h2>{{ view.title }} <span class="soft fw-normal">{{ view.measures[0]?.label }}</span></h2>
    <RunNote :state="state" class="my-1" @stop="stop" @again="rerun" />
    <p v-if="state.status === 'done' && bars.length === 0" class="soft m-0 pt-2">Nothing to draw.</p>
    <div v-else ref="element" role="img" :aria-label="asText" :data-bars="asText" :class="{ stale: state.status !== 'done' }" :style="{ height: `${Math.max(3, bars.length) * BAR_HEIGHT}px` }"></div>
    <div v-if="all.length > MOST_BARS" class="small soft">and {{ all.length - MOST_BARS }} more with {{ countInWords(rest) }} together</div>
  </section>
</template>

<style scoped>
.stale { opacity: 0.55; }
</style>
