<script setup lang="ts">
/* An item of the page with its sentence. Moved, duplicated and removed by buttons, or by Alt arrows and Del. */
import { computed, ref } from 'vue'
import type { SentenceOption, SentencePart } from '../../api/types'
import SentenceLine from '../../sentence/SentenceLine.vue'
import SizeCorner from './SizeCorner.vue'
import type { Step } from './useEditor'

const props = defineProps<{
  thing: string
  about: string
  sentence: SentencePart[]
  copies: boolean
  /** The heading at the beginning of a group. */
  heading?: string
  /** Its current width in twelfths, and height in lines; only items with a size can be resized. */
  width?: number
  height?: number
  offers: (mark: string) => Promise<SentenceOption[]>
}>()
const emit = defineEmits<{
  take: [mark: string, taken: string]
  step: [step: Step]
  size: [width: number, height: number]
}>()
const card = ref<HTMLElement>()
const LINE = 40
const resizable = computed(() => props.width !== undefined)

/* The default height of a view is measured when it is resized. */
function resize(wider: number, higher: number): void {
  const body = card.value?.querySelector('.view-card')?.getBoundingClientRect().height ?? 0
  const height = higher === 0 ? (props.height ?? 0) : (props.height || Math.round(body / LINE)) + higher
  emit('size', Math.min(12, Math.max(2, (props.width ?? 12) + wider)), height && Math.max(2, height))
}

function keys(event: KeyboardEvent): void {
  const own = event.target === event.currentTarget
  if (resizable.value && event.altKey && event.shiftKey && event.key === 'ArrowUp') resize(0, -1)
  else if (resizable.value && event.altKey && event.shiftKey && event.key === 'ArrowDown') resize(0, 1)
  else if (resizable.value && event.altKey && event.key === 'ArrowRight') resize(1, 0)
  else if (resizable.value && event.altKey && event.key === 'ArrowLeft') resize(-1, 0)
  else if (event.altKey && event.key === 'ArrowUp') emit('step', 'up')
  else if (event.altKey && event.key === 'ArrowDown') emit('step', 'down')
  else if (own && event.key === 'Delete') emit('step', 'remove')
  else return
  event.preventDefault()
}
</script>

<template>
  <section
    ref="card"
    class="card-box edited"
    tabindex="0"
    :aria-label="about"
    :data-thing="props.thing"
    @keydown="keys">
    <div v-if="heading" class="soft small heading">{{ heading }}</div>
    <div class="line">
      <SentenceLine
        :pieces="sentence"
        :offers="offers"
        :about="about"
        @take="(mark, taken) => emit('take', mark, taken)" />
      <div class="steps small">
        <span class="grip" title="Drag to another place" aria-hidden="true">⠿</span>
        <button class="as-link soft" title="Alt ↑" :aria-label="`Move up: ${about}`" @click="emit('step', 'up')">
          ↑
        </button>
        <button class="as-link soft" title="Alt ↓" :aria-label="`Move down: ${about}`" @click="emit('step', 'down')">
          ↓
        </button>
        <button v-if="copies" class="as-link soft" :aria-label="`Duplicate: ${about}`" @click="emit('step', 'copy')">
          Duplicate
        </button>
        <button class="as-link soft" title="Del" :aria-label="`Remove: ${about}`" @click="emit('step', 'remove')">
          Remove
        </button>
      </div>
    </div>
    <slot />
    <SizeCorner v-if="resizable" @size="(width, height) => emit('size', width, height)" />
  </section>
</template>

<style scoped>
.edited {
  padding: 9px 12px;
}
.edited:focus-visible {
  outline: 2px solid var(--sea);
}
/* The view is inside this card and has no card itself. */
.edited :deep(.card-box) {
  border: 0;
  padding: 0;
  background: none;
}
.edited > :nth-child(2) {
  margin-top: 6px;
  border-top: 1px solid var(--rule);
  padding-top: 8px !important;
}
/* Rows are a preview here: the page continues below them. */
.edited :deep(.scroller) {
  max-height: 300px;
}
.edited {
  position: relative;
}
/* On the upper edge of the card, so that they cover nothing and the sentence has the full width. */
.steps {
  position: absolute;
  top: -15px;
  right: 10px;
  display: flex;
  gap: 8px;
  padding: 2px 6px;
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: 4px;
  opacity: 0;
}
.grip {
  cursor: grab;
  color: var(--soft);
}
.being-moved {
  opacity: 0.4;
}
.edited:hover .steps,
.edited:focus-within .steps {
  opacity: 1;
}
</style>
