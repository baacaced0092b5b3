<script setup lang="ts">
/* What a run is waiting for, and its duration. */
import { computed, onScopeDispose, ref } from 'vue'
import type { RunState } from '../composables/useRun'

const props = defineProps<{ state: RunState & { status: 'running' } }>()

const now = ref(Date.now())
const ticking = setInterval(() => (now.value = Date.now()), 200)
onScopeDispose(() => clearInterval(ticking))
const seconds = computed(() => (Math.max(0, now.value - props.state.since) / 1000).toFixed(1))
</script>

<template>
  <span>
    <template v-if="state.behind > 0">Waiting for the source, {{ state.behind }} before you</template>
    <template v-else>Running at the database</template>, {{ seconds }} s</span
  >
</template>
