<script setup lang="ts">
/* The row count, the previous one, and the duration of the statement. */
import { computed, ref, watch } from 'vue'
import type { RunResult } from '../../api/resultStream'
import { countInWords, millisInWords, rowsInWords, timeInWords } from '../../formats'
import type { CacheRefresh } from '../../views/useKept'
import DataAge from './notes/DataAge.vue'
import CacheAge from './notes/CacheAge.vue'

const props = defineProps<{
  reportId: string
  /** By which the report was opened; empty for none. */
  signed: string
  answer: RunResult | undefined
  /** Whether the result consists of figures, which always have one row. */
  figures: boolean
  hidden: boolean
  total: number | undefined
  open: boolean
  kept: CacheRefresh
  /** The visible details of the run. */
  seen: 'what was sent' | 'where it ran' | 'nothing'
}>()
const emit = defineEmits<{ toggle: [] }>()

const before = ref<number>()
watch(
  () => props.total,
  (_now, old) => (before.value = old ?? before.value),
)
const rows = computed(() => {
  if (props.figures) return rowsInWords(props.total ?? 0)
  const count = props.answer?.done.shownRows ?? 0
  return props.total === undefined || props.total === count
    ? rowsInWords(count)
    : `${countInWords(count)} of ${rowsInWords(props.total)}`
})
const change = computed(() =>
  before.value === undefined || before.value === props.total ? '' : `${countInWords(before.value)} before`,
)
</script>

<template>
  <footer class="foot">
    <template v-if="answer && !hidden">
      <span data-test="foot-rows">{{ rows }}</span><span v-if="change" class="small">({{ change }})</span
      ><span class="dot">·</span>
      <span>{{
        answer.done.localRows < 0
          ? `${millisInWords(answer.done.databaseMs)} in the database`
          : `computed here from ${rowsInWords(answer.done.localRows)} in ${millisInWords(answer.done.databaseMs)}`
      }}</span><span class="dot">·</span><span>run at {{ timeInWords(answer.done.at) }}</span>
      <CacheAge v-if="kept.since.value" :since="kept.since.value" :some="!answer.kept" @again="kept.askAgain" />
      <DataAge :report-id="reportId" :signed="signed" />
    </template>
    <span class="grow"></span>
    <button v-if="seen !== 'nothing'" class="as-link" :disabled="!answer" @click="emit('toggle')">
      {{ open ? 'Hide' : 'See' }} {{ seen }}
    </button>
  </footer>
</template>

<style scoped>
.foot {
  min-height: 36px;
  border-top: 1px solid var(--line);
  background: var(--card);
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 0 26px;
  color: var(--soft);
  flex: none;
  flex-wrap: wrap;
}
@media (max-width: 700px) {
  .foot {
    padding: 4px 14px;
    gap: 2px 10px;
  }
}
</style>
