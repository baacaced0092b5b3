<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { View } from '../api/types'
import { lastAnswer } from '../composables/useRun'
import { countInWords, rowsInWords } from '../formats'
import RunNote from './RunNote.vue'
import { useChart } from './useChart'
import { useViewRun, type Asked, type Picked } from './useViewRun'

const props = defineProps<{ view: View; asked: Asked }>()
const emit = defineEmits<{ pick: [picked: Picked] }>()

const BAR_HEIGHT = 30
const MOST_BARS = 7
const { state, rerun, stop } = useViewRun(props.view, props.asked)

const all = computed(() =>
  (lastAnswer(state.value)?.rows ?? []).map(row => ({
    key: row[0] ?? null,
    name: row[0] === null ? '(no value)' : String(row[0]),
    value: Number(row[1]),
  })),
)
const bars = computed(() => all.value.slice(0, MOST_BARS))
const rest = computed(() => all.value.slice(MOST_BARS).reduce((sum, bar) => sum + bar.value, 0))
/* Rows without a partner are counted and explained, not hidden. */
const withoutValue = computed(() => all.value.find(bar => bar.key === null)?.value ?? 0)
const asText = computed(() => bars.value.map(bar => `${bar.name}: ${countInWords(bar.value)}`).join(', '))

const pickedName = computed(
  () =>
    props.asked.picked.value.find(one => one.queryId === props.view.queryId && one.filter.column === props.view.groupBy)
      ?.label,
)
function pick(index: number): void {
  const bar = bars.value[index]
  const kind = lastAnswer(state.value)?.begun.columns[0]?.kind ?? 'text'
  if (!bar) return
  emit('pick', {
    queryId: props.view.queryId,
    title: props.view.title,
    label: bar.name,
    filter: {
      column: props.view.groupBy,
      type: kind.toLowerCase(),
      values: [bar.key === null ? null : String(bar.key)] as string[],
    },
  })
}

const drawn = computed(() => ({ bars: bars.value, only: pickedName.value }))
useChart(
  useTemplateRef('box'),
  drawn,
  now => now.bars.length === 0,
  async () => {
    const { createBars, drawBars } = await import('./bars')
    return { create: box => createBars(box, pick), draw: (chart, now) => drawBars(chart, now.bars, now.only) }
  },
)
</script>

<template>
  <section class="card-box">
    <h2>
      {{ view.title }} <span class="soft fw-normal">{{ view.measures[0]?.label }}</span>
    </h2>
    <RunNote :state="state" class="my-1" @stop="stop" @again="rerun" />
    <p v-if="state.status === 'done' && bars.length === 0" class="soft m-0 pt-2">Nothing to draw.</p>
    <div
      v-else
      ref="box"
      role="img"
      :aria-label="asText || 'Nothing drawn yet'"
      :data-bars="asText"
      :class="{ stale: state.status !== 'done' }"
      :style="{ height: `${Math.max(3, bars.length) * BAR_HEIGHT}px` }"></div>
    <div class="picks">
      <button
        v-for="(bar, i) in bars"
        :key="bar.name"
        class="as-link"
        :aria-pressed="bar.name === pickedName"
        @click="pick(i)">
        Only {{ bar.name }}
      </button>
    </div>
    <div v-if="withoutValue > 0" class="small soft">
      {{ rowsInWords(withoutValue) }} without a {{ view.groupBy.replaceAll('_', ' ') }}: counted under “(no value)”.
    </div>
    <div v-if="all.length > MOST_BARS" class="small soft">
      and {{ all.length - MOST_BARS }} more with {{ countInWords(rest) }} together
    </div>
  </section>
</template>

<style scoped>
.stale {
  opacity: 0.55;
}
/* For those who use the keyboard: the same as clicking a bar. */
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
