<script setup lang="ts">
/* A definition as a sentence with marks, which are edited in place by selecting an option or typing. */
import { computed } from 'vue'
import type { SentenceOption, SentencePart } from '../api/types'
import OfferedMark from './OfferedMark.vue'
import TypedMark from './TypedMark.vue'

const props = defineProps<{
  pieces: SentencePart[]
  offers: (mark: string) => Promise<SentenceOption[]>
  about: string
  /** Colors of parameters, by name, if marks are parameters. */
  colors?: Record<string, string>
}>()
const emit = defineEmits<{ take: [mark: string, taken: string] }>()

const PARAMETER = /(:[a-z_]\w*)/i
const STOP = /^[,;]/
const stopOf = (piece: SentencePart | undefined): string =>
  piece && !piece.mark ? (STOP.exec(piece.text)?.[0] ?? '') : ''

/* A mark is a button, behind which a line may break; the comma after it stays with it. */
const said = computed(() =>
  props.pieces.map((piece, i) => ({
    ...piece,
    words: props.pieces[i - 1]?.mark ? piece.text.replace(STOP, '').split(PARAMETER) : piece.text.split(PARAMETER),
    stop: stopOf(props.pieces[i + 1]),
    color: piece.mark && piece.text.startsWith(':') ? props.colors?.[piece.text.slice(1)] : undefined,
  })),
)
</script>

<template>
  <p class="sentence">
    <template v-for="(piece, i) in said" :key="`${i} ${piece.mark}`"
      ><span v-if="piece.mark" class="together" :class="{ chip: piece.color }" :style="{ '--k': piece.color }"
        ><TypedMark
          v-if="!piece.hasOptions"
          :text="piece.text"
          :begins="piece.initialText"
          :lines="piece.multiline"
          :about="about"
          :data-mark="piece.mark"
          @take="emit('take', piece.mark, $event)" /><OfferedMark
          v-else
          :text="piece.text"
          :about="about"
          :offers="() => offers(piece.mark)"
          :typed="piece.editable"
          :begins="piece.initialText"
          :data-mark="piece.mark"
          @take="emit('take', piece.mark, $event)" />{{ piece.stop }}</span
      ><template v-for="(part, p) in piece.words" v-else :key="p"
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
.together {
  white-space: nowrap;
}
.sentence .chip :deep(.marked) {
  font-family: var(--mono);
  font-size: 12px;
  color: var(--k);
  background: color-mix(in srgb, var(--k) 12%, var(--field));
  border-bottom: 2px solid var(--k);
  border-radius: 3px 3px 0 0;
  padding: 0 3px;
  text-decoration: none;
}
</style>
