<script setup lang="ts">
/* Shows authors and operators on every screen which sources are not queried because they reject the credentials. */
import { computed, watch } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { project } from './api/client'
import { useLoaded } from './composables/useLoaded'
import { LOCALE } from './locale'

const route = useRoute()
const { state, reload } = useLoaded(signal => project.list('/sources', { signal }))
watch(
  () => route.path,
  () => void reload(),
)
const rejected = computed(() =>
  state.value.status === 'ready' ? state.value.data.filter(source => source.rejectedSince) : [],
)
const clock = (iso: string): string => new Date(iso).toLocaleString(LOCALE, { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <p v-for="source in rejected" :key="source.id" class="rejected" role="status" data-test="rejected">
    “{{ source.id }}” has rejected its user or password since {{ clock(source.rejectedSince) }}. It is not used until
    its settings are saved under <RouterLink to="/sources">Sources</RouterLink>.
  </p>
</template>

<style scoped>
.rejected {
  margin: 0;
  padding: 6px 26px;
  background: var(--card);
  border-bottom: 1px solid var(--line);
  color: var(--buoy);
}
</style>
