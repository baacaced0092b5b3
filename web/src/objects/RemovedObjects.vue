<script setup lang="ts">
/* Removed objects that can be restored. */
import { shallowRef } from 'vue'
import { asFailure, get, post, type Failure } from '../api/client'
import type { RemovedObject } from '../api/types'
import { useLoaded } from '../composables/useLoaded'
import { timeInWords } from '../formats'
import FailureNote from '../widgets/FailureNote.vue'

const props = defineProps<{ kind: string; changed: () => Promise<void> }>()
const { state, reload } = useLoaded(async signal =>
  (await get<RemovedObject[]>('/removed', signal)).filter(thing => thing.kind === props.kind),
)
const failure = shallowRef<Failure>()
defineExpose({ reload })

async function back(thing: RemovedObject): Promise<void> {
  failure.value = undefined
  try {
    await post(`/removed/${thing.id}/restore`, {})
    await Promise.all([reload(), props.changed()])
  } catch (error) {
    failure.value = asFailure(error)
  }
}
</script>

<template>
  <section v-if="state.status === 'ready' && state.data.length" class="pt-4" aria-label="Removed">
    <h2>Removed</h2>
    <div v-for="thing in state.data" :key="thing.id" class="row-line pt-1">
      <span>{{ thing.name }}</span><span class="soft small">{{ timeInWords(thing.at) }}</span>
      <button class="as-link small" type="button" :aria-label="`Restore ${thing.name}`" @click="back(thing)">
        Restore
      </button>
    </div>
    <FailureNote v-if="failure" :failure="failure" class="mt-1" />
  </section>
</template>
