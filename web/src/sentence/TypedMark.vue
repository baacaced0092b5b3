<script setup lang="ts">
/* Text edited in place. Enter saves, Esc reverts; for several lines, Ctrl Enter saves. */
import { nextTick, ref } from 'vue'

const props = defineProps<{
  text: string
  about: string
  /** The initial text of the field, if it differs from the text. */
  begins?: string
  lines?: boolean
}>()
const emit = defineEmits<{ take: [text: string] }>()

const typing = ref(false)
const begins = (): string => props.begins ?? props.text
const typed = ref('')
const field = ref<HTMLInputElement | HTMLTextAreaElement>()
const mark = ref<HTMLButtonElement>()

function begin(): void {
  typed.value = begins()
  typing.value = true
  void nextTick(() => field.value?.select())
}
/* After a key, the focus returns to its origin. */
function leave(how: () => void): void {
  how()
  void nextTick(() => mark.value?.focus())
}
function keep(): void {
  if (!typing.value) return
  typing.value = false
  if (typed.value.trim() !== begins().trim()) emit('take', typed.value)
}
</script>

<template>
  <textarea
    v-if="typing && lines"
    ref="field"
    v-model="typed"
    class="typed lines"
    rows="5"
    placeholder="one on each line; value = label. Cells of a spreadsheet can be pasted."
    :aria-label="`${about}: ${text}`"
    @keydown.ctrl.enter.exact.stop.prevent="leave(keep)"
    @keydown.esc.stop="leave(() => (typing = false))"
    @keydown.stop
    @blur="keep"></textarea>
  <input
    v-else-if="typing"
    ref="field"
    v-model="typed"
    class="typed"
    :size="Math.max(typed.length, 4)"
    :aria-label="`${about}: ${text}`"
    @keydown.enter.stop.prevent="leave(keep)"
    @keydown.esc.stop="leave(() => (typing = false))"
    @keydown.stop
    @blur="keep" />
  <button
    v-else
    ref="mark"
    type="button"
    class="marked"
    :class="text.length < 4 && `short short-${text.length}`"
    :aria-label="`${text}, type your own`"
    @click="begin">
    {{ text || 'nothing' }}
  </button>
</template>

<style scoped>
.typed {
  font: inherit;
  color: var(--ink);
  border: 0;
  border-bottom: 1.5px solid var(--sea);
  background: var(--wash);
  padding: 0 2px;
}
.lines {
  display: block;
  width: min(360px, 100%);
  line-height: 1.5;
}
</style>
