<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { RunResult } from '../../api/resultStream'
import { useEvidence } from '../../composables/useEvidence'
import CopySql from '../../query/CopySql.vue'
import { sentInWords } from '../../query/federation'
import StatementText from '../../query/StatementText.vue'
import PlacementList from '../../query/PlacementList.vue'

const props = defineProps<{
  answer: RunResult
  about: string
  /** Whether the statement is shown, too; viewers see only where their choices ran. */
  inside: boolean
}>()
defineEmits<{ close: [] }>()
const { proof, measure } = useEvidence(() => props.answer.started.sentId)
</script>

<template>
  <section v-if="!inside" class="panel" aria-label="Where it ran">
    <div class="row-line pb-1">
      <h2>Where each choice ran</h2>
      <span class="soft">for the {{ about }}</span
      ><span class="grow"></span><button class="as-link" @click="$emit('close')">Close</button>
    </div>
    <PlacementList :proof="proof" :done="answer.done" quiet />
  </section>
  <section v-else class="panel" aria-label="Sent statements">
    <div class="row-line pb-1">
      <h2>Sent</h2>
      <span class="soft">{{ sentInWords(answer.started.text) }} for the {{ about }}</span
      ><span class="grow"></span> <CopySql :sent-id="answer.started.sentId" /><RouterLink to="/sent"
        >All statements</RouterLink
      ><button class="as-link" @click="$emit('close')">Close</button>
    </div>
    <div class="both">
      <StatementText :text="answer.started.text" :values="answer.started.values" />
      <div>
        <h2 class="pb-1">Where each choice ran</h2>
        <PlacementList :proof="proof" :done="answer.done" @measure="measure" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.panel {
  border-top: 3px double var(--line);
  background: var(--sheet);
  padding: 10px 26px;
  max-height: 45vh;
  overflow: auto;
  flex: none;
}
.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(340px, 100%), 1fr));
  gap: 10px 24px;
}
</style>
