<script setup lang="ts">
/* Callers with running or waiting statements on a source, for operators. Refreshed every few seconds. */
import { computed, onScopeDispose, ref } from 'vue'
import { project } from '../../api/client'
import type { StatementHolder } from '../../api/types'

const props = defineProps<{ source: string }>()
const ASKED_EVERY_MS = 3000
const holders = ref<StatementHolder[]>([])

const unknown = ref(false)

async function ask(): Promise<void> {
  if (document.hidden) return
  try {
    holders.value = await project.get('/sources/{id}/holders', { params: { path: { id: props.source } } })
    unknown.value = false
  } catch {
    unknown.value = true
  }
}
void ask()
const timer = setInterval(() => void ask(), ASKED_EVERY_MS)
onScopeDispose(() => {
  clearInterval(timer)
})

const words = computed(() =>
  holders.value
    .map(one => `${one.name || 'others'} ${one.running}${one.waiting ? ` and ${one.waiting} waiting` : ''}`)
    .join(', '),
)
</script>

<template>
  <p v-if="unknown" class="small soft m-0" data-test="holders">
    Running statements are unknown: the server did not answer.
  </p>
  <p v-else-if="words" class="small soft m-0" data-test="holders">Running now: {{ words }}.</p>
</template>
