<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import type { Report, View } from '../../api/types'
import { lastAnswer } from '../../composables/useRun'
import { rowsInWords } from '../../formats'
import { barsOf, type Bar } from './barsOf'
import { figureInWords } from '../figures/figureInWords'
import { filterType, columnInWords, isPickable, keyValue, withoutIt } from '../rows/keys'
import AccessibleTable from '../rows/AccessibleTable.vue'
import { useChart } from './useChart'
import { pickedIn } from '../usePicked'
import { useViewRun, type ViewRunContext, type Picked } from '../useViewRun'
import ViewCard from '../ViewCard.vue'

const props = defineProps<{ view: View; asked: ViewRunContext }>()
const emit = defineEmits<{ pick: [picked: Picked] }>()

const BAR_HEIGHT = 30
const { state, rerun, stop } = useViewRun(props.view, props.asked)

const by = props.view.groupBy[0] ?? ''
const figure = props.view.measures[0]
const adds = figure?.additive ?? false
const answer = computed(() => lastAnswer(state.value))
const all = computed(() => barsOf(props.view, answer.value?.rows ?? []))
const opened = ref(false)
const first = computed(() => (opened.value || props.view.layout.first === 0 ? Infinity : props.view.layout.first))
const bars = computed(() => all.value.bars.slice(0, first.value))
const more = computed(() => all.value.bars.slice(first.value))
const together = computed(() => more.value.reduce((sum, bar) => sum + bar.total, 0))
/* Rows without a partner are counted and explained, not hidden. */
const alone = computed(() => all.value.bars.find(bar => bar.key === null))
const numbers = (bar: Bar): string[] =>
  bar.values.map(value => figureInWords(value, figure) + (value !== null && figure?.unit === '%' ? ' %' : ''))
const heads = computed(() => [columnInWords(by), ...(all.value.parts.length ? all.value.parts : [figure?.label ?? ''])])
const rows = computed(() => bars.value.map(bar => [bar.name, ...numbers(bar)]))
const asText = computed(() => bars.value.map(bar => `${bar.name}: ${figureInWords(bar.total, figure)}`).join(', '))
const height = computed(() => {
  const lines = props.view.layout.sideBySide ? Math.max(1, all.value.parts.length * 0.55) : 1
  return Math.max(3, bars.value.length * lines) * BAR_HEIGHT + (all.value.parts.length > 0 ? 30 : 0)
})

const pickedName = computed(() => props.asked.picked.value.find(one => one.viewId === props.view.id)?.label)
const pickable = isPickable(by)
const partner = (props.asked.report.partners as Partial<Report['partners']>)[props.view.id]
function pick(bar: Bar | undefined): void {
  const kind = answer.value?.started.columns[0]?.kind ?? 'text'
  if (!bar || !pickable) return
  const filter = { column: by, type: filterType(kind), values: [keyValue(by, bar.key)] as string[] }
  emit('pick', pickedIn(props.view, props.asked, bar.name, filter))
}

const drawn = computed(() => ({
  bars: bars.value,
  parts: all.value.parts,
  beside: props.view.layout.sideBySide,
  unit: figure?.unit === '%' ? ' %' : '',
  figure,
  only: pickedName.value,
}))
useChart(
  useTemplateRef('box'),
  drawn,
  now => now.bars.length === 0,
  async () => {
    const { createBars, drawBars } = await import('./bars')
    return { create: box => createBars(box, index => pick(bars.value[index])), draw: drawBars }
  },
)
</script>

<template>
  <ViewCard :view="view" :asked="asked" :about="figure?.label" :state="state" @stop="stop" @again="rerun">
    <p v-if="state.status === 'done' && bars.length === 0" class="soft m-0 pt-2">No data.</p>
    <div
      v-else
      ref="box"
      class="drawing"
      role="img"
      :aria-label="asText || 'No chart yet'"
      :data-bars="asText"
      :style="{ height: `${height}px` }"></div>
    <AccessibleTable :caption="`${view.title} ${figure?.label}`" :heads="heads" :rows="rows" />
    <div v-if="pickable" class="picks">
      <button
        v-for="bar in bars"
        :key="bar.name"
        class="as-link"
        :aria-pressed="bar.name === pickedName"
        @click="pick(bar)">
        Only {{ bar.name }}
      </button>
    </div>
    <div v-if="alone" class="small soft">
      {{ adds && figure?.function === 'count' ? rowsInWords(alone.total) : 'Rows' }}
      {{ partner ? `found no partner in ${partner}` : `without ${withoutIt(by).slice(3)}` }}: under “{{ alone.name }}”.
      <button v-if="pickable" class="as-link" @click="pick(alone)">Show only these</button>
    </div>
    <div v-if="more.length || opened" class="small soft">
      <button class="as-link" @click="opened = !opened">
        {{
          opened
            ? `Only the first ${view.layout.first}`
            : `and ${more.length} more${adds ? ` with ${figureInWords(together, figure)} together` : ''}`
        }}
      </button>
    </div>
    <div v-if="all.leftOut" class="small soft">{{ all.leftOut }} more parts are not shown.</div>
    <div v-if="answer?.done.more" class="small soft">Too many to load on one page.</div>
  </ViewCard>
</template>

<style scoped>
.stale .drawing {
  opacity: 0.55;
  transition: opacity var(--fading);
}
.drawing {
  flex: none;
}
/* For the keyboard: equivalent to clicking a bar. */
.picks {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  height: 0;
  overflow: hidden;
}
.picks:focus-within {
  height: auto;
}
</style>
