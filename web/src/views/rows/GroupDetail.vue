<script setup lang="ts">
/* The content of a group: the groups of the next level, or its rows. */
import { computed } from 'vue'
import type { ColumnFilter, View } from '../../api/types'
import { lastAnswer } from '../../composables/useRun'
import RowTable from './RowTable.vue'
import GroupRows from './GroupRows.vue'
import RunNote from '../RunNote.vue'
import { useViewRun, type ViewRunContext, type Picked } from '../useViewRun'

const props = defineProps<{ view: View; asked: ViewRunContext; depth: number; under: ColumnFilter[] }>()
const emit = defineEmits<{ pick: [picked: Picked] }>()

const { state, rerun, stop } = useViewRun(props.view, props.asked, { part: `under ${props.depth}`, under: props.under })
const answer = computed(() => lastAnswer(state.value))
const isRows = props.depth >= props.view.groupBy.length
const width = props.view.measures.length + 1
</script>

<template>
  <tr v-if="state.status !== 'done' && state.status !== 'idle'">
    <td :colspan="width"><RunNote :state="state" @stop="stop" @again="rerun" /></td>
  </tr>
  <tr v-if="answer && isRows">
    <td :colspan="width" class="rows">
      <RowTable class="inner" :columns="answer.started.columns" :rows="answer.rows" />
      <div v-if="answer.done.more" class="soft small">More rows exist than one page shows.</div>
    </td>
  </tr>
  <GroupRows
    v-else-if="answer"
    :view="view"
    :asked="asked"
    :answer="answer"
    :depth="depth"
    :under="under"
    @pick="emit('pick', $event)" />
</template>

<style scoped>
.rows {
  max-width: none;
  padding-left: 28px;
}
.inner {
  max-height: 240px;
}
</style>
