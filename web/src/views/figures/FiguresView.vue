<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import type { RunResult } from '../../api/resultStream'
import type { Cell, View } from '../../api/types'
import { isUnderWay, lastAnswer } from '../../composables/useRun'
import { dateInWords } from '../../formats'
import { changeInWords } from './comparison'
import { exactFigure, figureInWords } from './figureInWords'
import ViewCard from '../ViewCard.vue'
import { useViewRun, type ViewRunContext } from '../useViewRun'

const props = defineProps<{ view: View; asked: ViewRunContext }>()
const emit = defineEmits<{ count: [rows: number | undefined]; answer: [answer: RunResult | undefined] }>()

const { state, rerun, stop } = useViewRun(props.view, props.asked)
const compared = props.view.comparison ? useViewRun(props.view, props.asked, { part: 'compared' }) : undefined
const answer = computed(() => lastAnswer(state.value))
watch(answer, now => emit('answer', now))
const values = computed(() => answer.value?.rows[0])
/* While one of the two is reloading, comparing it with the old one would be wrong. */
const others = computed(() =>
  compared && state.value.status === 'done' && compared.state.value.status === 'done'
    ? compared.state.value.answer.rows[0]
    : undefined,
)
const uncompared = computed(() =>
  state.value.status === 'done' && compared?.state.value.status === 'failed'
    ? compared.state.value.failure.message
    : '',
)

/* The count of all matching rows also is in the table's "1,000 of 1,284". */
const countAt = props.view.measures.findIndex(figure => figure.function === 'count' && figure.column === '')
watch(state, now => {
  if (now.status === 'done' && countAt >= 0) emit('count', Number(now.answer.rows[0]?.[countAt]))
  else if (!isUnderWay(now)) emit('count', undefined)
})

/* The figures before the last choice. */
const before = shallowRef<Cell[]>()
watch(values, (now, old) => {
  if (old && JSON.stringify(old) !== JSON.stringify(now)) before.value = old
})

function inWords(row: Cell[] | undefined, index: number): string {
  const value = row?.[index] ?? null
  if (value === null) return '–'
  const kind = answer.value?.started.columns[index]?.kind
  return kind === 'date' || kind === 'datetime'
    ? dateInWords(String(value).slice(0, 10))
    : figureInWords(value, props.view.measures[index])
}
/* The exact value of a rounded figure, on hover and for screen readers. */
const exactly = (index: number): string | undefined => {
  const kind = answer.value?.started.columns[index]?.kind
  return kind === 'date' || kind === 'datetime'
    ? undefined
    : exactFigure(values.value?.[index] ?? null, props.view.measures[index])
}
function beforeInWords(index: number): string {
  if (compared || !before.value) return ''
  const old = inWords(before.value, index)
  return old === inWords(values.value, index) ? '' : `${old} before`
}
/* Without a known period, no comparison is shown. */
const period = computed(() => props.asked.comparedPeriods.value[props.view.id] ?? '')
const changes = computed(() =>
  props.view.measures.map((figure, i) =>
    others.value && (period.value || props.view.comparison === 'all')
      ? changeInWords(period.value, figure, values.value?.[i] ?? null, others.value[i] ?? null)
      : undefined,
  ),
)
</script>

<template>
  <ViewCard :view="view" :asked="asked" :state="state" class="bare" @stop="stop" @again="rerun">
    <div class="figures">
      <div v-for="(figure, i) in view.measures" :key="i" class="figure">
        <b :title="exactly(i)"
          >{{ inWords(values, i) }}<small v-if="figure.unit && values?.[i] != null">&nbsp;{{ figure.unit }}</small></b
        ><span v-if="exactly(i)" class="visually-hidden">, exactly {{ exactly(i) }}</span
        ><span class="soft">{{ figure.label }}</span>
        <span v-if="changes[i]" class="change small" data-test="compared">{{ changes[i] }}</span>
        <span v-else-if="beforeInWords(i)" class="soft small d-block" data-test="previous-period">{{
          beforeInWords(i)
        }}</span>
      </div>
    </div>
    <p v-if="uncompared" class="soft small m-0 pt-1">Not compared: {{ uncompared }}</p>
  </ViewCard>
</template>

<style scoped>
.bare {
  border: 0;
  background: none;
  padding: 0;
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 14px;
}
.figure {
  border-left: 3px solid var(--line);
  padding: 2px 12px;
}
.figure b {
  font-size: 24px;
  display: block;
  line-height: 1.15;
  font-variant-numeric: tabular-nums;
}
.figure small {
  font-size: 15px;
}
.change {
  display: block;
  color: var(--sea-deep);
}
.stale b {
  color: var(--soft);
  transition: color var(--fading);
}
</style>
