<script setup lang="ts">
/* A statement as it was sent, each placeholder followed by its value as a mark. */
import { computed } from 'vue'
import type { SentValue } from '../api/types'

const props = defineProps<{
  text: string
  values: SentValue[]
  colors?: Record<string, string>
  highlighted?: string
}>()
const emit = defineEmits<{ highlight: [parameter: string] }>()

const MOST_SHOWN = 6
interface Piece {
  text: string
  value?: SentValue
}

const pieces = computed<Piece[]>(() => {
  const found: Piece[] = []
  let at = 0
  for (const value of props.values) {
    found.push({ text: props.text.slice(at, value.offset) }, { text: inWords(value), value })
    at = value.offset + 1
  }
  return [...found, { text: props.text.slice(at) }]
})

function inWords(value: SentValue): string {
  if (value.values.length === 0) return 'NULL'
  const shown = value.values.slice(0, MOST_SHOWN).join(', ')
  if (!value.type.endsWith('[]')) return shown
  return `{${shown}${value.values.length > MOST_SHOWN ? `, … ${value.values.length} values` : ''}}`
}

const titleOf = ({ parameter, type }: SentValue): string => (parameter ? `:${parameter}, ${type}` : 'row limit')
const lookOf = ({ parameter }: SentValue) => ({
  tinted: props.colors?.[parameter],
  highlighted: props.highlighted && props.highlighted === parameter,
})
</script>

<template>
  <pre class="statement"><template v-for="(piece, i) in pieces" :key="i"><span
    v-if="piece.value" class="value" :class="lookOf(piece.value)"
    :style="{ '--k': colors?.[piece.value.parameter] }" :title="titleOf(piece.value)"
    @mouseenter="emit('highlight', piece.value.parameter)"
    @mouseleave="emit('highlight', '')">{{ piece.text }}</span><template v-else>{{ piece.text }}</template></template></pre>
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
