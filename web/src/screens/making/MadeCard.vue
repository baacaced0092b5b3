<script setup lang="ts">
/* A thing on the page with its sentence. It is moved, doubled and removed by its buttons, or by Alt arrows and Del. */
import type { MarkOffer, SentencePiece } from '../../api/types'
import SentenceLine from '../../sentence/SentenceLine.vue'
import type { Step } from './useMaking'

const props = defineProps<{
  thing: string
  about: string
  sentence: SentencePiece[]
  copies: boolean
  offers: (mark: string) => Promise<MarkOffer[]>
}>()
const emit = defineEmits<{ take: [mark: string, taken: string]; step: [step: Step] }>()

function keys(event: KeyboardEvent): void {
  const own = event.target === event.currentTarget
  if (event.altKey && event.key === 'ArrowUp') emit('step', 'up')
  else if (event.altKey && event.key === 'ArrowDown') emit('step', 'down')
  else if (own && event.key === 'Delete') emit('step', 'remove')
  else return
  event.preventDefault()
}
</script>

<template>
  <section class="card-box made" tabindex="0" :aria-label="about" :data-thing="props.thing" @keydown="keys">
    <div class="line">
      <SentenceLine
        :pieces="sentence"
        :offers="offers"
        :about="about"
        @take="(mark, taken) => emit('take', mark, taken)" />
      <div class="steps small">
        <button class="as-link soft" title="Alt ↑" :aria-label="`Move up: ${about}`" @click="emit('step', 'up')">
          ↑
        </button>
        <button class="as-link soft" title="Alt ↓" :aria-label="`Move down: ${about}`" @click="emit('step', 'down')">
          ↓
        </button>
        <button v-if="copies" class="as-link soft" :aria-label="`Double: ${about}`" @click="emit('step', 'copy')">
          Double
        </button>
        <button class="as-link soft" title="Del" :aria-label="`Remove: ${about}`" @click="emit('step', 'remove')">
          Remove
        </button>
      </div>
    </div>
    <slot />
  </section>
</template>

<style scoped>
.made {
  padding: 9px 12px;
}
.made:focus-visible {
  outline: 2px solid var(--sea);
}
/* The view stands in this card, not in one of its own. */
.made :deep(.card-box) {
  border: 0;
  padding: 0;
  background: none;
}
.made > :nth-child(2) {
  margin-top: 6px;
  border-top: 1px solid var(--rule);
  padding-top: 8px !important;
}
/* Rows are looked at here, not read: the page goes on below them. */
.made :deep(.scroller) {
  max-height: 300px;
}
.line {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.line > :first-child {
  flex: 1;
  min-width: 0;
}
.steps {
  display: flex;
  gap: 8px;
  flex: none;
  opacity: 0;
}
.made:hover .steps,
.made:focus-within .steps {
  opacity: 1;
}
</style>
