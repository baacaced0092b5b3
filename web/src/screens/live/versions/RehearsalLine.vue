<script setup lang="ts">
/* A changed report with its rehearsal in the live stage. */
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { useRehearsal } from '../../rehearsal/useRehearsal'
import { rehearsedInWords } from './revisionTexts'

const props = defineProps<{ report: { id: string; name: string }; first: boolean }>()
const { state, failed, start } = useRehearsal(props.report.id)
const wrong = computed(() => state.value?.cases.some(line => line.verdict === 'failed') ?? false)
</script>

<template>
  <li class="line rehearsed">
    <span class="soft kind">{{ first ? 'rehearsed' : '' }}</span>
    <span
      ><RouterLink :to="`/reports/${encodeURIComponent(report.id)}/rehearsal`">{{ report.name }}</RouterLink
      >:
      <span :class="{ 'error-text': wrong }" role="status">{{
        failed ? failed.message : rehearsedInWords(state)
      }}</span>
      <button v-if="state?.state !== 'running'" class="as-link ms-2" @click="start">
        {{ state ? 'Rehearse again' : 'Rehearse' }}
      </button></span
    >
  </li>
</template>

<style scoped src="../line.css"></style>
