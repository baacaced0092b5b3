<script setup lang="ts">
/* Creates a report of a query, which is selected in the sentence. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { project } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'

defineProps<{ canClose?: boolean }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const { state } = useLoaded(signal => project.list('/queries', { signal }))
const queries = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const chosen = ref('')
const of = computed(() => chosen.value || (queries.value[0]?.id ?? ''))
const failed = ref<Failure>()
const busy = ref(false)

async function make(): Promise<void> {
  busy.value = true
  try {
    const { id } = await project.post('/queries/{id}/reports', { params: { path: { id: of.value } } })
    await router.push(`/reports/${id}/edit`)
  } catch (error) {
    failed.value = asFailure(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="new row-line" aria-label="A new report" @submit.prevent="make" @keydown.esc="emit('close')">
    <FailureNote v-if="failed" :failure="failed" />
    <p v-if="state.status === 'ready' && queries.length === 0" class="m-0">
      A report needs a query. Create a <RouterLink to="/queries">query</RouterLink> or a
      <RouterLink to="/sources">source</RouterLink>.
    </p>
    <template v-else>
      <label for="of">New report from query</label>
      <select
        id="of"
        class="form-select form-select-sm w-auto"
        :value="of"
        @change="chosen = ($event.target as HTMLSelectElement).value">
        <option v-for="query in queries" :key="query.id" :value="query.id">{{ query.name }}</option>
      </select>
      <BButton type="submit" variant="primary" size="sm" :disabled="busy || !of">Make it</BButton>
      <span class="soft small">It starts as a draft with suggested views.</span>
    </template>
    <span class="grow"></span>
    <button v-if="canClose" type="button" class="as-link soft" @click="emit('close')">Cancel</button>
  </form>
</template>

<style scoped>
.new {
  max-width: 1180px;
}
</style>
