<script setup lang="ts">
import { RouterLink } from 'vue-router'
import { get } from '../../api/client'
import type { Report } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../FailureNote.vue'
import ReportPage from './ReportPage.vue'

const props = defineProps<{ id: string }>()
const { state, reload } = useLoaded(signal => get<Report>(`/api/reports/${encodeURIComponent(props.id)}`, signal))
</script>

<template>
  <ReportPage v-if="state.status === 'ready'" :report="state.data" />
  <main v-else class="page">
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure">
      <div class="row-line pt-1"><RouterLink to="/reports">All reports</RouterLink><button class="as-link" @click="reload">Try again</button></div>
    </FailureNote>
    <p v-else class="soft">Loading …</p>
  </main>
</template>
