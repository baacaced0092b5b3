<script setup lang="ts">
/* Removed objects that can be restored. */
import { shallowRef } from 'vue'
import { project } from '../api/client'
import { type Failure, asFailure } from '../api/failure'
import type { RemovedObject } from '../api/types'
import { useLoaded } from '../composables/useLoaded'
import { timeInWords } from '../formats'
import FailureNote from '../widgets/FailureNote.vue'

const { kind, changed, inCard } = defineProps<{
  kind: RemovedObject['kind']
  changed: () => Promise<void>
  /** Whether it is part of a card with a heading of its own. */
  inCard?: boolean
}>()
const { state, reload } = useLoaded(async signal =>
  (await project.get('/removed', { signal })).filter(object => object.kind === kind),
)
const failure = shallowRef<Failure>()
defineExpose({ reload })

async function restore(object: RemovedObject): Promise<void> {
  failure.value = undefined
  try {
    await project.post('/removed/{id}/restore', { params: { path: { id: object.id } } })
    await Promise.all([reload(), changed()])
  } catch (error) {
    failure.value = asFailure(error)
  }
}
</script>

<template>
  <section
    v-if="state.status === 'ready' && state.data.length"
    :class="inCard ? 'pt-2' : 'pt-4'"
    :aria-label="`Removed, ${kind}`">
    <h3 v-if="inCard" class="soft small m-0">Removed</h3>
    <h2 v-else>Removed</h2>
    <div v-for="object in state.data" :key="object.id" class="row-line pt-1">
      <span>{{ object.name }}</span><span class="soft small">{{ timeInWords(object.at) }}</span>
      <button class="as-link small" type="button" :aria-label="`Restore ${object.name}`" @click="restore(object)">
        Restore
      </button>
    </div>
    <FailureNote v-if="failure" :failure="failure" class="mt-1" />
  </section>
</template>
