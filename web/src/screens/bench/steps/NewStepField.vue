<script setup lang="ts">
/* A field for a new step, with completion after every word; several steps can be pasted. */
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { project } from '../../../api/client'
import { asFailure } from '../../../api/failure'
import type { Choices, StepCompletion } from '../../../api/types'
import type { RejectedSteps } from './stepAction'

const props = defineProps<{
  queryId: string
  text: string
  /** After how many steps it is. */
  behind: number
  choices: () => Choices
  /** Adds steps, one per line. Returns those that are rejected, and why. */
  add: (typed: string) => Promise<RejectedSteps>
  focused: boolean
}>()
const emit = defineEmits<{ close: [] }>()

const BEGINNINGS = ['where ', 'join ', 'group by ', 'add column ', 'sort by ', 'first ']
const typed = ref('')
const wrong = ref('')
/** Steps after the rejected one, which are added with it. */
const remaining = ref('')
const field = ref<HTMLInputElement>()
const completions = ref<StepCompletion[]>([])
const active = ref(-1)
const begins = computed(() => (props.behind === 0 ? ['from '] : BEGINNINGS))

let asked = 0
async function complete(): Promise<void> {
  const mine = ++asked
  const body = { text: props.text, afterStep: props.behind, line: typed.value, choices: props.choices() }
  const found = await project
    .post('/queries/{id}/steps/completions', { params: { path: { id: props.queryId } }, body })
    .catch(() => [])
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
  typed.value = `${typed.value.slice(0, completion.from)}${completion.text} `
  completions.value = []
  active.value = -1
  field.value?.focus()
}
async function enter(): Promise<void> {
  if (!typed.value.trim()) return
  const steps = [typed.value.trim(), remaining.value].filter(Boolean).join('\n')
  remaining.value = ''
  await submit(steps)
}
/* The field is free for the next step at once; rejected steps return to it, and a step begun by then follows them. */
async function submit(steps: string): Promise<void> {
  typed.value = ''
  completions.value = []
  const rejected = await props.add(steps).catch((failure: unknown) => ({ steps, reason: asFailure(failure).message }))
  if (!rejected.steps) return
  const [first = '', ...others] = [...rejected.steps.split('\n'), typed.value].filter(Boolean)
  typed.value = first
  await nextTick()
  remaining.value = others.join('\n')
  wrong.value = rejected.reason
}
function paste(event: ClipboardEvent): void {
  const text = event.clipboardData?.getData('text/plain').trim() ?? ''
  if (!text.includes('\n')) return
  event.preventDefault()
  void submit(typed.value + text)
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
const stepsInWords = (steps: string): string => {
  const count = steps.split('\n').length
  return count === 1 ? 'step' : `${count} steps`
}
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
      :placeholder="behind === 0 ? 'from a table' : 'or type a step: where state = cancelled'"
      @paste="paste"
      @keydown="keys" />
    <ul v-if="completions.length > 0" id="step-completions" class="completions" role="listbox">
      <li
        v-for="(completion, i) in completions"
        :id="`completion-${i}`"
        :key="completion.text"
        role="option"
        :aria-selected="i === active"
        :class="{ active: i === active }"
        @mousedown.prevent="take(completion)">
        <span>{{ completion.text }}</span><span class="soft small">{{ completion.note }}</span>
      </li>
    </ul>
    <div v-if="wrong" class="note bad small mt-1" role="alert">
      {{ wrong }}
      <template v-if="remaining"> Enter adds this step and the {{ stepsInWords(remaining) }} after it. </template>
    </div>
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
