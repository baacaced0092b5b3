<script setup lang="ts">
/* Pieces of a sent statement, with values as marks. */
import type { SentValue } from '../api/types'
import type { StatementPiece } from './statementPieces'

const props = defineProps<{ pieces: StatementPiece[]; colors?: Record<string, string>; highlighted?: string }>()
const emit = defineEmits<{ highlight: [parameter: string] }>()

const titleOf = ({ parameter, type }: SentValue): string => (parameter ? `:${parameter}, ${type}` : 'row limit')
const lookOf = ({ parameter }: SentValue) => ({
  tinted: props.colors?.[parameter],
  highlighted: props.highlighted && props.highlighted === parameter,
})
</script>

<template>
  <template v-for="(piece, i) in pieces" :key="i"
    ><span
      v-if="piece.value"
      class="value"
      :class="lookOf(piece.value)"
      :style="{ '--k': colors?.[piece.value.parameter] }"
      :title="titleOf(piece.value)"
      @mouseenter="emit('highlight', piece.value.parameter)"
      @mouseleave="emit('highlight', '')"
      >{{ piece.text }}</span
    ><template v-else>{{ piece.text }}</template></template
  >
</template>
