<script setup lang="ts">
/* A step that is typed, with what could come next after every word; or one of the usual beginnings. */
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { post } from '../../api/client'
import type { Choices, StepCompletion } from '../../api/types'

const props = defineProps<{
  queryId: string
  text: string
  /** After how many steps it is. */
  behind: number
  choices: () => Choices
  /** Takes the step, or says what is wrong with it. */
  add: (words: string) => Promise<string>
  focused: boolean
}>()
const emit = defineEmits<{ close: [] }>()

const BEGINNINGS = ['where ', 'beside each, its row of ', 'total by ', 'new column ', 'sort by ', 'first ']
const typed = ref('')
const wrong = ref('')
const field = ref<HTMLInputElement>()
const completions = ref<StepCompletion[]>([])
const active = ref(-1)
const begins = computed(() => (props.behind === 0 ? ['rows of '] : BEGINNINGS))

let asked = 0
async function complete(): Promise<void> {
  const mine = ++asked
  const body = { text: props.text, behind: props.behind, typed: typed.value, choices: props.choices() }
  const found = await post<StepCompletion[]>(`/queries/${props.queryId}/steps/completions`, body).catch(() => [])
  if (mine !== asked) return
  completions.value = typed.value === '' ? [] : found
  active.value = -1
}
watch(typed, () => {
  wrong.value = ''
  void complete()
})

function begin(words: string): void {
  typed.value = words
  void nextTick(() => field.value?.focus())
}
function take(completion: StepCompletion | undefined): void {
  if (!completion) return
  typed.value = `${typed.value.slice(0, completion.from)}${completion.words} `
  completions.value = []
  active.value = -1
  field.value?.focus()
}
async function enter(): Promise<void> {
  if (!typed.value.trim()) return
  wrong.value = await props.add(typed.value.trim())
  if (wrong.value) return
  typed.value = ''
  completions.value = []
}
function keys(event: KeyboardEvent): void {
  const last = completions.value.length - 1
  if (event.key === 'ArrowDown' && last >= 0) active.value = Math.min(active.value + 1, last)
  else if (event.key === 'ArrowUp' && last >= 0) active.value = Math.max(active.value - 1, -1)
  else if ((event.key === 'Tab' || event.key === 'Enter') && active.value >= 0) take(completions.value[active.value])
  else if (event.key === 'Tab' && !event.shiftKey && completions.value.length === 1) take(completions.value[0])
  else if (event.key === 'Enter' && !event.ctrlKey) void enter()
  else if (event.key === 'Escape' && (typed.value || props.focused)) leave()
  else return
  event.preventDefault()
  event.stopPropagation()
}
function leave(): void {
  typed.value = ''
  emit('close')
}
onMounted(() => props.focused && field.value?.focus())
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <div class="new-step">
    <div v-if="!typed" class="beginnings">
      <template v-for="words in begins" :key="words"
        ><button type="button" class="as-link" @click="begin(words)">{{ words }}…</button>{{ ' ' }}</template
      >
    </div>
    <input
      ref="field"
      v-model="typed"
      class="form-control form-control-sm"
      role="combobox"
      aria-autocomplete="list"
      aria-controls="step-completions"
      :aria-expanded="completions.length > 0"
      :aria-activedescendant="active >= 0 ? `completion-${active}` : undefined"
      aria-label="A new step"
      :placeholder="behind === 0 ? 'rows of a table' : 'or type what you want: where state is cancelled'"
      @keydown="keys" />
    <ul v-if="completions.length > 0" id="step-completions" class="completions" role="listbox">
      <li
        v-for="(completion, i) in completions"
        :id="`completion-${i}`"
        :key="completion.words"
        role="option"
        :aria-selected="i === active"
        :class="{ active: i === active }"
        @mousedown.prevent="take(completion)">
        <span>{{ completion.words }}</span><span class="soft small">{{ completion.note }}</span>
      </li>
    </ul>
    <div v-if="wrong" class="note bad small mt-1" role="alert">{{ wrong }}</div>
  </div>
</template>

<style scoped>
.new-step {
  padding: 6px 12px 8px 36px;
  position: relative;
}
.beginnings {
  padding-bottom: 4px;
}
.beginnings .as-link {
  margin-right: 12px;
  min-height: 24px;
}
.completions {
  list-style: none;
  margin: 2px 0 0;
  padding: 2px;
  max-height: 190px;
  overflow-y: auto;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--field);
}
.completions li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 2px 8px;
  min-height: 24px;
  cursor: pointer;
}
.completions li.active,
.completions li:hover {
  background: var(--wash);
}
</style>
