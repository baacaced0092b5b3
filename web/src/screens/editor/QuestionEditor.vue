<script setup lang="ts">
/* The template of the question line, edited in place: a name in braces is a choice, text in brackets is omitted when it is blank. */
import { computed, nextTick, ref } from 'vue'
import type { Report } from '../../api/types'
import { begunAt, completed, fitting, type OpenBrace } from './braceCompletion'

const props = defineProps<{ question: string; parameters: Report['parameters'] }>()
const emit = defineEmits<{ say: [question: string] }>()

const writing = ref(false)
const written = ref('')
const field = ref<HTMLTextAreaElement>()
const begun = ref<OpenBrace>()
const active = ref(0)
const labels = computed(() => new Map(props.parameters.map(parameter => [parameter.name, parameter.label])))
const offered = computed(() => (begun.value ? fitting([...labels.value.keys()], begun.value.name) : []))

function begin(): void {
  written.value = props.question
  writing.value = true
  void nextTick(() => field.value?.focus())
}
function look(): void {
  begun.value = field.value ? begunAt(written.value, field.value.selectionStart) : undefined
  active.value = 0
}
function take(name: string | undefined): void {
  if (name === undefined || !begun.value || !field.value) return
  const next = completed(written.value, field.value.selectionStart, begun.value, name)
  written.value = next.text
  begun.value = undefined
  void nextTick(() => {
    field.value?.focus()
    field.value?.setSelectionRange(next.caret, next.caret)
  })
}
function keep(): void {
  if (!writing.value) return
  writing.value = false
  begun.value = undefined
  if (written.value.trim() !== props.question) emit('say', written.value)
}
function leave(): void {
  if (begun.value) begun.value = undefined
  else writing.value = false
}
function keys(event: KeyboardEvent): void {
  const offers = offered.value.length > 0
  if (offers && event.key === 'ArrowDown') active.value = Math.min(active.value + 1, offered.value.length - 1)
  else if (offers && event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0)
  else if (offers && (event.key === 'Enter' || event.key === 'Tab')) take(offered.value[active.value])
  else if (event.key === 'Enter') keep()
  else if (event.key === 'Escape') leave()
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <div class="mx-4 px-1 mb-2 soft small">
    <button v-if="!writing" class="as-link" @click="begin">
      {{ question ? 'Edit this sentence' : 'This sentence is generated. Write your own' }}
    </button>
    <template v-else>
      <textarea
        ref="field"
        v-model="written"
        class="form-control"
        rows="2"
        aria-label="Question line"
        placeholder="Sailed crossings from {port}[, late by at least {min_delay}]."
        @input="look"
        @click="look"
        @keydown="keys"
        @blur="keep"></textarea>
      <ul v-if="offered.length" class="offers" aria-label="Parameters">
        <li v-for="(name, i) in offered" :key="name">
          <button type="button" class="offer" :class="{ active: i === active }" @mousedown.prevent @click="take(name)">
            <b class="mono">{{ name }}</b> <span class="soft">{{ labels.get(name) }}</span>
          </button>
        </li>
      </ul>
      {name} shows a choice; [text in brackets] is hidden when the choice is blank. Enter saves, Esc cancels.
    </template>
  </div>
</template>

<style scoped>
.offers {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin: 4px 0;
  padding: 0;
}
.offer {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--card);
  padding: 1px 8px;
}
.offer.active {
  background: var(--wash);
  border-color: var(--sea);
}
</style>
