<script setup lang="ts">
/* A definition as a sentence. Its marked words are changed where they stand: one is taken of what is offered, or typed. */
import type { MarkOffer, SentencePiece } from '../api/types'
import OfferedMark from './OfferedMark.vue'
import TypedMark from './TypedMark.vue'

defineProps<{ pieces: SentencePiece[]; offers: (mark: string) => Promise<MarkOffer[]>; about: string }>()
const PARAMETER = /(:[a-z_]\w*)/i
/* A mark is a button, behind which a line may break: not before a comma. */
const joined = (text: string): string => text.replace(/^(?=[,;])/, '\u2060')
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
        @take="emit('take', piece.mark, $event)" /><template
        v-for="(part, p) in joined(piece.text).split(PARAMETER)"
        v-else
        :key="p"
        ><b v-if="PARAMETER.test(part)" class="mono">{{ part }}</b
        ><template v-else>{{ part }}</template></template
      ></template
    >
  </p>
</template>

<style scoped>
.sentence {
  margin: 0;
  /* A mark is as high as its line, and big enough to be hit. */
  line-height: 25px;
  color: var(--soft);
}
.sentence :deep(.marked) {
  color: var(--sea);
  border: 0;
  background: none;
  padding: 0;
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
