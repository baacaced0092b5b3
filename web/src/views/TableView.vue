<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { View } from '../api/types'
import { lastAnswer } from '../composables/useRun'
import { countInWords, rowsInWords } from '../formats'
import RowTable from '../widgets/RowTable.vue'
import type { Answer } from '../api/runs'
import RunNote from './RunNote.vue'
import DownloadPanel from '../screens/reader/DownloadPanel.vue'
import { useViewRun, type Asked, type Sorted } from './useViewRun'

const props = defineProps<{ view: View; asked: Asked; total: number | undefined; downloading: boolean }>()
const emit = defineEmits<{ answer: [answer: Answer | undefined]; download: [open: boolean] }>()

const sorted = ref<Sorted>()
const { state, rerun, stop, filters } = useViewRun(props.view, props.asked, sorted)
const answer = computed(() => lastAnswer(state.value))
watch(answer, now => emit('answer', now))

const labels = computed(() => Object.fromEntries(props.view.columns.map(column => [column.name, column.label])))
const counted = computed(() => {
  const done = answer.value?.done
  if (!done) return ''
  const of = props.total !== undefined && props.total !== done.shown ? ` of ${countInWords(props.total)}` : ''
  return of ? `${countInWords(done.shown)}${of} rows` : rowsInWords(done.shown)
})

/** A column is sorted upwards, then downwards, then as the query has it. */
function sort(column: string): void {
  if (sorted.value?.column !== column) sorted.value = { column, descending: false }
  else sorted.value = sorted.value.descending ? undefined : { column, descending: true }
}
</script>

<template>
  <section class="card-box table-view" :class="{ stale: state.status !== 'done' }">
    <div class="row-line">
      <h2>{{ view.title }}</h2>
      <span class="soft" data-test="counted">{{ counted }}</span>
    </div>
    <DownloadPanel
      v-if="downloading"
      class="mx-0 mt-2"
      :report="asked.report"
      :view="view"
      :choices="asked.choices.value"
      :filters="filters"
      :signed="asked.signed.value"
      @close="emit('download', false)" />
    <RunNote :state="state" class="my-1" @stop="stop" @again="rerun" />
    <p v-if="state.status === 'done' && answer?.rows.length === 0" class="py-3 m-0">
      <b>No rows match these choices.</b> Loosen one of them in the sentence above: a wider range of dates or one more
      value.
    </p>
    <RowTable
      v-else-if="answer"
      class="rows"
      :columns="answer.begun.columns"
      :rows="answer.rows"
      :labels="labels"
      :sorted="sorted"
      sortable
      @sort="sort" />
    <div v-if="answer && (answer.done.more || (total ?? 0) > answer.done.shown)" class="note row-line">
      {{
        answer.done.more
          ? `There are more rows than the ${countInWords(asked.report.cap)} that a page shows.`
          : `${countInWords((total ?? 0) - answer.done.shown)} more match these choices.`
      }}
      <button class="as-link" @click="emit('download', true)">Download every row</button>
    </div>
  </section>
</template>

<style scoped>
.table-view {
  display: flex;
  flex-direction: column;
  min-height: 240px;
}
.rows {
  max-height: max(300px, calc(100vh - 560px));
}
.stale :deep(tbody) {
  opacity: 0.55;
}
</style>
