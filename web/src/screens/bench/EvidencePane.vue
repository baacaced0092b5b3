<script setup lang="ts">
/* Where each choice of the last run was evaluated. */
import PlacementList from '../../query/PlacementList.vue'
import type { RunEvidence } from './useRunEvidence'

const props = defineProps<{ evidence: RunEvidence; colors: Record<string, string>; highlighted: string }>()
const emit = defineEmits<{ highlight: [name: string] }>()
const { answer, proof, measure } = props.evidence
</script>

<template>
  <section class="pane" aria-label="Where each choice ran">
    <div class="head"><h2>Where each choice ran</h2></div>
    <div class="body px-3 py-2">
      <PlacementList
        v-if="answer"
        :proof="proof"
        :done="answer.done"
        :colors="colors"
        :highlighted="highlighted"
        @highlight="emit('highlight', $event)"
        @measure="measure" />
      <p v-else class="soft m-0">Known after a run.</p>
    </div>
  </section>
</template>
