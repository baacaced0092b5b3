<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { Cell, Column } from '../../api/types'
import type { RunState } from '../../composables/useRun'
import { lastAnswer } from '../../composables/useRun'
import FailureNote from '../../widgets/FailureNote.vue'
import { countInWords, millisInWords, rowsInWords, timeInWords } from '../../formats'
import RunningWords from '../../views/RunningWords.vue'
import RowTable from '../../views/rows/RowTable.vue'
import type { RunOnOpening } from './useRunOnOpening'
import StepsOfCell from './steps/StepsOfCell.vue'

const props = defineProps<{
  state: RunState
  /** The previewed step, from 0; undefined for the whole result. */
  after?: number
  /** Whether clicks create steps. */
  asSteps?: boolean
  /** Columns that this step brought. */
  fresh?: string[]
  opening: RunOnOpening
}>()
const emit = defineEmits<{ everything: []; add: [words: string] }>()
const picked = shallowRef<{ column: Column; cell: Cell | undefined; at: HTMLElement }>()
function pick(column: number, row: number | undefined, at: HTMLElement): void {
  const of = answer.value?.started.columns[column]
  if (of) picked.value = { column: of, cell: row === undefined ? undefined : answer.value?.rows[row]?.[column], at }
}
function take(words: string): void {
  picked.value?.at.querySelector('button')?.focus()
  picked.value = undefined
  if (words) emit('add', words)
}
const { wanted, permitted } = props.opening
const answer = computed(() => lastAnswer(props.state))

/* The previous row count, for comparison. */
const before = ref<number>()
watch(answer, (_now, old) => (before.value = old?.done.shownRows))
const count = computed(() => {
  const done = answer.value?.done
  return done ? `${countInWords(done.shownRows)}${done.more ? '+' : ''}` : ''
})
</script>

<template>
  <section class="pane" aria-label="Rows">
    <div class="head">
      <h2>Rows</h2>
      <span v-if="answer" class="count" :class="{ stale: state.status !== 'done' }">
        <b data-test="row-count">{{ count }}</b>
        {{ count === '1' ? 'row' : 'rows' }}{{ answer.done.more ? ', row limit reached' : '' }}
        <RunningWords v-if="state.status === 'running'" class="soft small" :state="state" />
        <span v-else class="soft small"
          >· {{ millisInWords(answer.done.databaseMs)
          }}{{ before === undefined ? '' : ` · last run ${rowsInWords(before)}` }}</span
        >
      </span>
      <span class="grow"></span>
      <label class="soft small opening" :title="permitted ? undefined : 'Disabled for this source'"
        ><input v-model="wanted" type="checkbox" :disabled="!permitted" /> run on opening</label
      >
      <span v-if="after !== undefined" class="soft small"
        >after step {{ after + 1 }} ·
        <button class="as-link" @click="emit('everything')">after all of them</button></span
      >
      <span v-else-if="answer" class="soft small">as of {{ timeInWords(answer.done.at) }}</span>
    </div>
    <div v-if="state.status === 'idle'" class="p-3 soft">
      Not run yet. <b>Ctrl Enter</b> runs the query with its trial values.
    </div>
    <FailureNote v-else-if="state.status === 'failed'" :failure="state.failure" class="m-2" />
    <div v-else-if="state.status === 'running' && !answer" class="p-3 soft" role="status">
      <RunningWords :state="state" />
    </div>
    <div v-else-if="state.status === 'stopped'" class="note m-2">Stopped at the database.</div>
    <slot></slot>
    <RowTable
      v-if="answer"
      class="rows"
      :class="{ stale: state.status !== 'done' }"
      :columns="answer.started.columns"
      :fresh="fresh"
      :rows="answer.rows"
      :pickable="asSteps"
      @pick="pick" />
    <StepsOfCell v-if="picked" :column="picked.column" :cell="picked.cell" :at="picked.at" @take="take" />
    <p v-if="answer && fresh?.length" class="soft small m-0 px-3 py-1">New columns are shaded.</p>
  </section>
</template>

<style scoped>
.count b {
  font-variant-numeric: tabular-nums;
}
.rows {
  flex: 1;
  min-height: 0;
}
.opening {
  display: flex;
  align-items: center;
  gap: 4px;
  align-self: center;
  margin-right: 10px;
}
.stale {
  opacity: 0.55;
}
</style>
