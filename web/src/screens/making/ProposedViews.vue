<script setup lang="ts">
/* What the queries of the report could also show; one click takes it. */
import type { ViewProposal } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import { get } from '../../api/client'
import FailureNote from '../../widgets/FailureNote.vue'

const props = defineProps<{ path: string }>()
const emit = defineEmits<{ take: [proposal: ViewProposal] }>()
const { state, reload } = useLoaded(signal => get<ViewProposal[]>(`${props.path}/proposals`, signal))
</script>

<template>
  <section v-if="state.status !== 'ready' || state.data.length" class="could" aria-label="What could also be shown">
    <h2 class="pb-1">This query could also show</h2>
    <p v-if="state.status === 'loading'" class="soft m-0" role="status">Looking at its columns …</p>
    <FailureNote v-else-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <div v-else class="proposals">
      <button
        v-for="proposal in state.data"
        :key="proposal.queryId + proposal.id"
        type="button"
        class="card-box proposal"
        :data-proposal="proposal.id"
        @click="emit('take', proposal)">
        <span>{{ proposal.words }}</span>
        <span class="soft small">{{ proposal.why }}</span>
      </button>
    </div>
  </section>
</template>

<style scoped>
.could {
  background: var(--head);
  border: 1px solid var(--line);
  border-radius: 8px;
  padding: 10px 14px;
}
.proposals {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 10px;
}
.proposal {
  display: flex;
  flex-direction: column;
  gap: 2px;
  text-align: left;
  padding: 7px 10px;
}
.proposal:hover {
  border-color: var(--sea);
}
</style>
