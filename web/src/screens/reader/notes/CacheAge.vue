<script setup lang="ts">
/* The age of cached results on the page, and refreshing them. */
import { computed, onScopeDispose, ref, watch } from 'vue'
import { spanInWords } from '../../../formats'

const props = defineProps<{ since: string; some: boolean }>()
const emit = defineEmits<{ again: [] }>()

const LOOK_EVERY_MS = 5_000
const now = ref(Date.now())
const ticking = setInterval(() => (now.value = Date.now()), LOOK_EVERY_MS)
onScopeDispose(() => clearInterval(ticking))
watch(
  () => props.since,
  () => (now.value = Date.now()),
)
/* The clock of the server may be a little ahead. */
const old = computed(() => Math.max(0, Math.floor((now.value - Date.parse(props.since)) / 1000)))
const words = computed(() => spanInWords(old.value < 60 ? old.value : old.value - (old.value % 60)))
</script>

<template>
  <span class="dot">·</span>
  <span
    data-test="cached-answer"
    title="Cached result of an identical request. The author allows results to be reused for a limited time."
    >{{ some ? 'some of it ' : '' }}{{ words }} old</span
  >
  <button class="as-link" @click="emit('again')">Refresh</button>
</template>
