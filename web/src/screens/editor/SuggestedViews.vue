<script setup lang="ts">
/* Further proposed views of a query with previews; one click adds one. */
import { computed, ref, watch } from 'vue'
import { project } from '../../api/client'
import { alone } from '../../api/runs'
import type { ViewProposal } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import type { ViewRunContext } from '../../views/useViewRun'
import FailureNote from '../../widgets/FailureNote.vue'
import SuggestedView from './SuggestedView.vue'

const props = defineProps<{ reportId: string; asked: ViewRunContext }>()
const emit = defineEmits<{ take: [proposal: ViewProposal] }>()

const { state: queries } = useLoaded(signal => project.list('/queries', { signal }))
const all = computed(() => (queries.value.status === 'ready' ? queries.value.data : []))
const chosen = ref(props.asked.report.definition.views.find(view => view.queryId)?.queryId ?? '')
const { state, reload } = useLoaded(signal =>
  chosen.value
    ? project.post('/reports/{id}/editor/proposals/{queryId}', {
        params: { path: { id: props.reportId, queryId: chosen.value } },
        signal,
      })
    : Promise.resolve([]),
)
/* Existing views are not suggested, regardless of title and size. */
watch(
  () => JSON.stringify(props.asked.report.definition.views.map(view => [view.kind, view.queryId, view.groupBy])),
  () => void reload(),
)
function look(query: string): void {
  chosen.value = query
  void reload()
}
/* Proposals are run in the context of their query. */
const askedOf = (proposal: ViewProposal): ViewRunContext => ({
  ...props.asked,
  run: (view, body) =>
    alone((runId, signal) =>
      project.stream('/reports/{id}/editor/proposals/{queryId}/views/{proposalId}/run', {
        params: { path: { id: props.reportId, queryId: proposal.queryId, proposalId: view } },
        body: { ...body, runId },
        signal,
      }),
    ),
  titles: computed(() => ({})),
  comparedPeriods: computed(() => ({})),
  picked: ref([]),
})
</script>

<template>
  <section class="suggestions" aria-label="Suggested views">
    <div class="row-line pb-1">
      <h2 id="could">Suggestions from</h2>
      <select
        class="form-select form-select-sm query"
        :value="chosen"
        aria-label="Query of the suggestions"
        @change="look(($event.target as HTMLSelectElement).value)">
        <option v-if="!chosen" value="">which query?</option>
        <option v-for="query in all" :key="query.id" :value="query.id">{{ query.name }}</option>
      </select>
    </div>
    <p v-if="state.status === 'loading'" class="soft m-0" role="status">Reading its columns …</p>
    <FailureNote v-else-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <div v-else class="proposals">
      <SuggestedView
        v-for="proposal in state.data"
        :key="proposal.queryId + proposal.id"
        :proposal="proposal"
        :asked="askedOf(proposal)"
        @take="emit('take', proposal)" />
    </div>
  </section>
</template>

<style scoped>
.suggestions {
  grid-column: 1 / -1;
  background: var(--head);
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 10px 14px;
}
.query {
  width: auto;
}
.proposals {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 10px;
}
</style>
