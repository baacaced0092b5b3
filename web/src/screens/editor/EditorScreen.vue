<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { project } from '../../api/client'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import EditorPage from './EditorPage.vue'

const props = defineProps<{ id: string }>()
const { state, reload } = useLoaded(signal =>
  project.get('/reports/{id}/editor', { params: { path: { id: props.id } }, signal }),
)
</script>

<template>
  <EditorPage v-if="state.status === 'ready'" :key="id" :loaded="state.data" />
  <main v-else class="page">
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure">
      <div class="row-line pt-1">
        <RouterLink to="/reports">All reports</RouterLink><button class="as-link" @click="reload">Try again</button>
      </div>
    </FailureNote>
    <p v-else class="soft">Loading …</p>
  </main>
</template>
