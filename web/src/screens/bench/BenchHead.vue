<script setup lang="ts">
/* The head of the bench: name, save state and actions. */
import { BButton } from 'bootstrap-vue-next'
import { computed } from 'vue'
import type { CachePolicy, Query } from '../../api/types'
import CachePolicyMark from './CachePolicyMark.vue'
import SourceMark from './SourceMark.vue'
import type { Saving } from './query/useDraft'

const props = defineProps<{
  query: Query
  saving: Saving['status']
  busy: boolean
  running: boolean
  /** How it is written. */
  form: string
}>()
const emit = defineEmits<{
  give: []
  make: []
  stop: []
  run: []
  ask: [parameter: string]
  asked: [from: CachePolicy]
}>()

const SAVING_IN_WORDS = { saved: 'All changes saved', unsaved: 'Saving …', failed: 'Not saved' }
const kept = computed(() => SAVING_IN_WORDS[props.saving])
</script>

<template>
  <div class="row-line sub">
    <h1>{{ query.name }}</h1>
    <SourceMark :query="query" @take="emit('ask', $event)" /><CachePolicyMark
      :query="query"
      @take="emit('asked', $event)" /><span class="pill">{{ form }}</span>
    <span class="soft small" data-test="saving">{{ kept }}</span>
    <span class="grow"></span>
    <BButton
      variant="outline-primary"
      :title="query.changed ? 'It was changed after it was published.' : undefined"
      :disabled="busy || !query.changed"
      @click="emit('give')"
      >{{ query.changed ? 'Publish query' : 'Published' }}</BButton
    >
    <BButton variant="outline-primary" :disabled="busy" @click="emit('make')">New report from this query</BButton>
    <BButton v-if="running" variant="outline-primary" title="Esc" @click="emit('stop')">Stop</BButton>
    <span class="soft small">Ctrl Enter</span><BButton variant="primary" @click="emit('run')">Run</BButton>
  </div>
</template>

<style scoped>
.sub {
  padding: 10px 18px 8px;
}
</style>
