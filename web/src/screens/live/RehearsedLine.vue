<script setup lang="ts">
/* A report that is otherwise, tried with awkward choices on what viewers' stage asks: from here, and how it went. */
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { useRehearsal } from '../rehearsal/useRehearsal'
import { rehearsedInWords } from './words'

const props = defineProps<{ report: { id: string; name: string }; first: boolean }>()
const { state, failed, start } = useRehearsal(props.report.id)
const wrong = computed(() => state.value?.lines.some(line => line.verdict === 'failed') ?? false)
</script>

<template>
  <li class="rehearsed">
    <span class="soft kind">{{ first ? 'rehearsed' : '' }}</span>
    <span
      ><RouterLink :to="`/reports/${encodeURIComponent(report.id)}/rehearsal`">{{ report.name }}</RouterLink
      >: <span :class="{ wrong }" role="status">{{ failed ? failed.message : rehearsedInWords(state) }}</span>
      <button v-if="state?.status !== 'RUNNING'" class="as-link ms-2" @click="start">
        {{ state ? 'Rehearse again' : 'Rehearse' }}
      </button></span
    >
  </li>
</template>

<style scoped>
.rehearsed {
  display: flex;
  gap: 12px;
  padding: 7px 0;
  border-top: 1px solid var(--rule);
  line-height: 1.8;
}
.kind {
  width: 76px;
  flex: none;
}
.wrong {
  color: var(--buoy);
}
</style>
