<script setup lang="ts">
/* A definition as a sentence. Its marked words are changed where they stand: one is taken of what is offered, or typed. */
import type { MarkOffer, SentencePiece } from '../api/types'
import OfferedMark from './OfferedMark.vue'
import TypedMark from './TypedMark.vue'

defineProps<{ pieces: SentencePiece[]; offers: (mark: string) => Promise<MarkOffer[]>; about: string }>()
const emit = defineEmits<{ take: [mark: string, taken: string] }>()
</script>

<template>
  <p class="sentence">
    <template v-for="(piece, i) in pieces" :key="`${i} ${piece.mark}`"
      ><TypedMark
        v-if="piece.mark && piece.typed"
        :text="piece.text"
        :about="about"
        :data-mark="piece.mark"
        @take="emit('take', piece.mark, $event)" /><OfferedMark
        v-else-if="piece.mark"
        :text="piece.text"
        :about="about"
        :offers="() => offers(piece.mark)"
        :data-mark="piece.mark"
        @take="emit('take', piece.mark, $event)" /><template v-else>{{ piece.text }}</template></template
    >
  </p>
</template>

<style scoped>
.sentence {
  margin: 0;
  line-height: 27px;
  color: var(--soft);
}
.sentence :deep(.marked) {
  color: var(--sea);
  border: 0;
  background: none;
  /* Big enough to be hit; what stands above and below a line is not moved by it. */
  padding: 4px 0;
  font: inherit;
  line-height: inherit;
  text-align: left;
  display: inline;
  white-space: normal;
  text-decoration: underline dotted 1.5px;
  text-underline-offset: 4px;
  cursor: pointer;
}
.sentence :deep(.marked:hover) {
  background: var(--wash);
}
</style>
