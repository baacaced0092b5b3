<script setup lang="ts">
/* The age of the report's data, as opposed to that of the query; requested after the rows. */
import { computed } from 'vue'
import { project } from '../../../api/client'
import { useLoaded } from '../../../composables/useLoaded'
import { dateInWords, isDay, momentInWords } from '../../../formats'
import { dayOf } from '../../live/versions/revisionTexts'

const props = defineProps<{ reportId: string; signed: string }>()
const { state } = useLoaded(signal =>
  project.post('/reports/{id}/data-age', {
    params: { path: { id: props.reportId } },
    body: { linkToken: props.signed },
    signal,
  }),
)
const age = computed(() => (state.value.status === 'ready' ? state.value.data : undefined))
const newest = computed(() => {
  const iso = age.value?.newest ?? ''
  return isDay(iso) ? dateInWords(iso) : momentInWords(iso)
})
</script>

<template>
  <template v-if="state.status === 'failed'"
    ><span class="dot">·</span><span class="late" :title="state.failure.message">data age unknown</span></template
  >
  <template v-if="age?.newest"
    ><span class="dot">·</span
    ><span :class="{ late: age.late }" data-test="data-age"
      >data as of {{ newest }}{{ age.late ? ', overdue' : '' }}</span
    ></template
  >
  <template v-if="age?.copiedAt"
    ><span class="dot">·</span
    ><span data-test="stored-since">stored here since {{ dayOf(age.copiedAt) }}</span></template
  >
</template>

<style scoped>
.late {
  color: var(--buoy);
}
</style>
