<script setup lang="ts">
/* Informs authors that the projects of this server are read from files, and about problems of the files. */
import { project } from './api/client'
import { useLoaded } from './composables/useLoaded'

const { state } = useLoaded(signal => project.get('/project-folder', { signal }))
const clock = (iso: string): string => new Date(iso).toLocaleString([], { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <p v-if="state.status === 'ready' && state.data.served" class="project-folder" role="status">
    This server serves projects from files; change them there<template v-if="state.data.since"
      >; taken {{ clock(state.data.since) }}</template
    >.
    <span v-for="sentence in state.data.problems" :key="sentence" class="wrong">
      The current files cannot be served: {{ sentence }}</span
    >
  </p>
</template>

<style scoped>
.project-folder {
  margin: 0;
  padding: 6px 26px;
  background: var(--card);
  border-bottom: 1px solid var(--line);
}
.wrong {
  display: block;
  color: var(--buoy);
}
</style>
