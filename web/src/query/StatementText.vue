<script setup lang="ts">
/* A statement as it was sent, with values at their placeholders. */
import { computed } from 'vue'
import type { SentValue } from '../api/types'
import { piecesOf } from './statementPieces'
import StatementPieces from './StatementPieces.vue'

const props = defineProps<{
  text: string
  values: SentValue[]
  colors?: Record<string, string>
  highlighted?: string
}>()
const emit = defineEmits<{ highlight: [parameter: string] }>()
const pieces = computed(() => piecesOf(props.text, props.values))
</script>

<template>
  <pre class="statement"><StatementPieces
    :pieces="pieces" :colors="colors" :highlighted="highlighted" @highlight="emit('highlight', $event)" /></pre>
</template>

<style scoped>
.statement {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  line-height: 1.6;
  font-size: 12px;
}
</style>
