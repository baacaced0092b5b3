<script setup lang="ts">
/* Totals at several levels. A group is queried when it is expanded. */
import { computed } from 'vue'
import type { View } from '../../api/types'
import { lastAnswer } from '../../composables/useRun'
import { columnInWords } from './keys'
import GroupRows from './GroupRows.vue'
import RunNote from '../RunNote.vue'
import { useViewRun, type ViewRunContext, type Picked } from '../useViewRun'
import ViewCard from '../ViewCard.vue'
import { figureInWords } from '../figures/figureInWords'

const props = defineProps<{ view: View; asked: ViewRunContext }>()
const emit = defineEmits<{ pick: [picked: Picked] }>()
const { state, rerun, stop } = useViewRun(props.view, props.asked)
const totals = useViewRun(props.view, props.asked, { part: 'totals' })

const answer = computed(() => lastAnswer(state.value))
const total = computed(() => (totals.state.value.status === 'done' ? totals.state.value.answer.rows[0] : undefined))
const levels = props.view.groupBy.map(columnInWords).join(' › ')
</script>

<template>
  <ViewCard :view="view" :asked="asked" :state="state" @stop="stop" @again="rerun">
    <p v-if="state.status === 'done' && answer?.rows.length === 0" class="soft m-0 pt-2">
      No rows match these choices.
    </p>
    <div v-else-if="answer" class="scroller" tabindex="0">
      <table class="plain">
        <thead>
          <tr>
            <th>{{ levels }}</th>
            <th v-for="(figure, i) in view.measures" :key="i" class="num">
              {{ figure.label }}{{ figure.unit ? `, ${figure.unit}` : '' }}
            </th>
          </tr>
        </thead>
        <tbody>
          <GroupRows :view="view" :asked="asked" :answer="answer" :depth="0" :under="[]" @pick="emit('pick', $event)" />
        </tbody>
        <tfoot v-if="total">
          <tr>
            <th scope="row">all together</th>
            <td v-for="(_, i) in view.measures" :key="i" class="num">
              {{ figureInWords(total[i] ?? null, view.measures[i]) }}
            </td>
          </tr>
        </tfoot>
      </table>
    </div>
    <RunNote
      v-if="state.status === 'done' && totals.state.value.status === 'failed'"
      :state="totals.state.value"
      @again="totals.rerun" />
    <p v-if="answer?.done.more" class="soft small m-0 pt-1">Too many groups to load on one page.</p>
  </ViewCard>
</template>

<style scoped>
.scroller {
  overflow: auto;
  max-height: 460px;
}
.sized .scroller {
  max-height: none;
  flex: 1 1 0;
}
.stale tbody {
  opacity: 0.55;
  transition: opacity var(--fading);
}
tfoot th,
tfoot td {
  position: sticky;
  bottom: 0;
  background: var(--head);
  font-weight: 700;
}
</style>
