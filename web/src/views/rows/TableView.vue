<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import type { View } from '../../api/types'
import { hereSoFar, lastAnswer } from '../../composables/useRun'
import { countInWords, rowsInWords } from '../../formats'
import RowTable from './RowTable.vue'
import CopyRows from './CopyRows.vue'
import { chosenColumns } from './chosenColumns'
import { furtherRows } from '../reportLinks'
import { formatted } from './formatted'
import type { RunResult } from '../../api/resultStream'
import { useViewRun, type ViewRunContext, type Sorted } from '../useViewRun'
import RunNote from '../RunNote.vue'
import ViewCard from '../ViewCard.vue'

const DownloadPanel = defineAsyncComponent(() => import('../DownloadPanel.vue'))

const props = defineProps<{ view: View; asked: ViewRunContext; total: number | undefined; downloading: boolean }>()
const emit = defineEmits<{ answer: [answer: RunResult | undefined]; download: [open: boolean] }>()

const sorted = ref<Sorted>()
const MOST_PAGES = 10
const pages = ref(1)
const { state, rerun, stop, filters, question } = useViewRun(props.view, props.asked, { sorted, pages })
const summed = props.view.columns.filter(column => column.total).map(column => column.name)
const totals = summed.length ? useViewRun(props.view, props.asked, { part: 'totals' }) : undefined
const answer = computed(() => lastAnswer(state.value))
watch(answer, now => emit('answer', now))

const labels = Object.fromEntries(props.view.columns.map(column => [column.name, column.label]))
const formats = Object.fromEntries(props.view.columns.map(column => [column.name, column.format]))
const widths = Object.fromEntries(props.view.columns.map(column => [column.name, column.width]))
/* The current rows stay until the larger result is complete. */
const here = computed(() => (pages.value === 1 ? hereSoFar(state.value) : answer.value))
const chosen = computed(() => here.value && chosenColumns(props.view, here.value))
const arriving = computed(() => here.value !== undefined && here.value !== answer.value)
const below = computed(() => {
  const row = totals?.state.value.status === 'done' ? totals.state.value.answer.rows[0] : undefined
  if (!row) return undefined
  const columns = new Map(answer.value?.started.columns.map(column => [column.name, column]))
  return Object.fromEntries(
    summed.map((name, i) => {
      const column = columns.get(name)
      return [name, column ? formatted(row[i] ?? null, column, formats[name]) : '']
    }),
  )
})
const counted = computed(() => {
  if (arriving.value) return `${rowsInWords(chosen.value?.rows.length ?? 0)} so far`
  const done = answer.value?.done
  if (!done) return ''
  const of = props.total !== undefined && props.total !== done.shownRows ? ` of ${countInWords(props.total)}` : ''
  return of ? `${countInWords(done.shownRows)}${of} rows` : rowsInWords(done.shownRows)
})
/* The report with further rows, if the author defined one. */
const further = computed(() => furtherRows(props.asked.report, props.view.id, props.asked.choices.value))

/** A column is sorted upwards, then downwards, then as the query has it. */
function sort(column: string): void {
  if (sorted.value?.column !== column) sorted.value = { column, descending: false }
  else sorted.value = sorted.value.descending ? undefined : { column, descending: true }
}
</script>

<template>
  <ViewCard
    :view="view"
    :asked="asked"
    :state="state"
    class="table-view"
    :class="{ loading: arriving }"
    @stop="stop"
    @again="rerun">
    <template #beside>
      <span class="soft" data-test="row-count-text">{{ counted }}</span>
      <span class="grow"></span>
      <CopyRows v-if="chosen?.rows.length" :columns="chosen.columns" :rows="chosen.rows" :labels="labels" />
    </template>
    <DownloadPanel
      v-if="downloading"
      class="mx-0 mt-2"
      :report="asked.report"
      :view="view"
      :choices="asked.choices.value"
      :filters="filters"
      :sorted="sorted"
      :signed="asked.signed.value"
      @close="emit('download', false)" />
    <p v-if="state.status === 'done' && answer?.rows.length === 0" class="py-3 m-0">
      <b>No rows match these choices.</b> Relax one of them above: a wider date range or one more value.
    </p>
    <RowTable
      v-else-if="chosen"
      class="rows"
      :columns="chosen.columns"
      :rows="chosen.rows"
      :labels="labels"
      :formats="formats"
      :widths="widths"
      :totals="below"
      :sorted="sorted"
      :question="question"
      sortable
      @sort="sort" />
    <RunNote
      v-if="totals && state.status === 'done' && totals.state.value.status === 'failed'"
      :state="totals.state.value"
      @again="totals.rerun" />
    <div v-if="answer && (answer.done.more || (total ?? 0) > answer.done.shownRows)" class="note row-line">
      {{
        answer.done.more
          ? `More rows exist than the ${countInWords(asked.report.maximumRows * pages)} loaded.`
          : `${countInWords((total ?? 0) - answer.done.shownRows)} more match these choices.`
      }}
      <button v-if="answer.done.more && pages < MOST_PAGES" class="as-link" @click="pages++">
        {{ countInWords(asked.report.maximumRows) }} more
      </button>
      <RouterLink v-if="further" :to="further.path" class="as-link">All of them are in {{ further.name }}</RouterLink>
      <button v-else class="as-link" @click="emit('download', true)">Download every row</button>
    </div>
  </ViewCard>
</template>

<style scoped>
.table-view {
  min-height: 240px;
}
.rows {
  max-height: max(300px, calc(100vh - 560px));
}
.sized .rows {
  max-height: none;
  min-height: 0;
  flex: 1 1 0;
}
.stale:not(.loading) :deep(tbody) {
  opacity: 0.55;
  transition: opacity var(--fading);
}
</style>
