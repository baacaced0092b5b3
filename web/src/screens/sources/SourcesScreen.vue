<script setup lang="ts">
import { get } from '../../api/client'
import type { Source } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import NewSource from './NewSource.vue'
import SourceCard from './SourceCard.vue'

const { state, reload } = useLoaded(signal => get<Source[]>('/sources', signal))
</script>

<template>
  <main class="page scroll">
    <h1>Sources</h1>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"><button class="as-link" @click="reload">Try again</button></FailureNote>
    <template v-else-if="state.status === 'ready'">
      <SourceCard v-for="source in state.data" :key="source.id" :source="source" />
      <NewSource @added="reload" />
    </template>
  </main>
</template>

<style scoped>
.scroll { overflow-y: auto; }
</style>
