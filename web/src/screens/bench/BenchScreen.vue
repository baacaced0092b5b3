<script setup lang="ts">
import { project } from '../../api/client'
import { stage } from '../../api/stage'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import BenchPage from './BenchPage.vue'

const props = defineProps<{ id: string }>()
const { state, reload } = useLoaded(signal =>
  project.get('/queries/{id}', { params: { path: { id: props.id } }, signal }),
)
</script>

<template>
  <BenchPage v-if="state.status === 'ready'" :key="`${stage} ${id}`" :loaded="state.data" />
  <main v-else class="page">
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <p v-else class="soft">Loading …</p>
  </main>
</template>
