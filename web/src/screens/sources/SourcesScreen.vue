<script setup lang="ts">
import { ref } from 'vue'
import { project } from '../../api/client'
import { useLoaded } from '../../composables/useLoaded'
import RemovedObjects from '../../objects/RemovedObjects.vue'
import FailureNote from '../../widgets/FailureNote.vue'
import SourceCard from './SourceCard.vue'
import SourceForm from './SourceForm.vue'

const { state, reload } = useLoaded(signal => project.list('/sources', { signal }))
const adding = ref(false)
const removed = ref<InstanceType<typeof RemovedObjects>>()
const again = async (): Promise<void> => {
  await Promise.all([reload(), removed.value?.reload()])
}

async function added(): Promise<void> {
  adding.value = false
  await reload()
}
</script>

<template>
  <main class="page scroll">
    <h1>Sources</h1>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <template v-else-if="state.status === 'ready'">
      <SourceCard v-for="source in state.data" :key="source.id" :source="source" :reload="again" />
      <button v-if="!adding" class="as-link" @click="adding = true">+ Source</button>
      <SourceForm v-else @done="added" @cancel="adding = false" />
      <RemovedObjects ref="removed" kind="source" :changed="reload" />
    </template>
  </main>
</template>

<style scoped>
.scroll {
  overflow-y: auto;
}
</style>
