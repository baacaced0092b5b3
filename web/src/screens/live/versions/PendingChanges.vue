<script setup lang="ts">
/* Unpublished changes, object by object; all are published in one step. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { project } from '../../../api/client'
import { useLoaded } from '../../../composables/useLoaded'
import FailureNote from '../../../widgets/FailureNote.vue'
import { useChanges } from '../../people/useChanges'
import ChangedLine from './ChangedLine.vue'
import WarningLine from './WarningLine.vue'
import RehearsalLine from './RehearsalLine.vue'

const emit = defineEmits<{ given: [] }>()
const { state, reload } = useLoaded(signal => project.get('/pending-changes', { signal }))
const { failure, change } = useChanges(reload)
const changed = computed(() => (state.value.status === 'ready' ? state.value.data.changes : []))
const matters = computed(() =>
  state.value.status === 'ready' && changed.value.length ? state.value.data.warnings : [],
)
const touched = computed(() => (state.value.status === 'ready' ? state.value.data.affectedReports : []))

const why = ref('')
const busy = ref(false)
async function give(): Promise<void> {
  busy.value = true
  await change(() => project.post('/publish', { params: { query: { reason: why.value } } }))
  busy.value = false
  if (failure.value) return
  why.value = ''
  emit('given')
}
const moveLimit = (query: string) =>
  change(() => project.post('/queries/{id}/limit-to-tables', { params: { path: { id: query } } }))
defineExpose({ reload })
</script>

<template>
  <section class="card-box" aria-label="Unpublished changes">
    <h1 class="fs-6">Unpublished changes</h1>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <p v-else-if="state.status === 'ready' && changed.length === 0" class="soft m-0 pt-1">No unpublished changes.</p>
    <ul v-else class="changes">
      <ChangedLine v-for="thing in changed" :key="thing.kind + thing.id" :thing="thing" />
      <WarningLine v-for="(matter, i) in matters" :key="i" :matter="matter" :first="i === 0" @move-limit="moveLimit" />
      <RehearsalLine v-for="(report, i) in touched" :key="report.id" :report="report" :first="i === 0" />
    </ul>
    <form v-if="changed.length" class="row-line pt-2" @submit.prevent="give">
      <input
        v-model="why"
        class="form-control comment"
        maxlength="500"
        placeholder="Reason, for colleagues"
        aria-label="Why" />
      <BButton type="submit" variant="primary" :disabled="busy">Publish</BButton>
    </form>
    <FailureNote v-if="failure" :failure="failure" class="mt-2" />
  </section>
</template>

<style scoped>
.changes {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
.comment {
  flex: 1;
  min-width: 200px;
}
</style>
