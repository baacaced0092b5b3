<script setup lang="ts">
/* One step: its sentence with editable words, and facts about the rows after it. */
import { computed, ref } from 'vue'
import type { SentenceOption, ParsedStep } from '../../../api/types'
import { countInWords, rowsInWords } from '../../../formats'
import SentenceLine from '../../../sentence/SentenceLine.vue'
import type { LineNote } from '../../../query/editor'
import StepActions from './StepActions.vue'
import type { StepAct } from './stepAction'
import type { StepCount } from './useStepCounts'

const props = defineProps<{
  step: ParsedStep
  number: number
  looked: boolean
  highlighted: string
  colors: Record<string, string>
  /** Where its choices ran, once the evidence has arrived. */
  where: LineNote | undefined
  count: StepCount | undefined
  counting: boolean
  offers: (mark: string) => Promise<SentenceOption[]>
}>()
const emit = defineEmits<{
  take: [mark: string, taken: string]
  look: []
  count: []
  odd: []
  act: [act: StepAct]
}>()

const acting = ref(false)
function act(what: StepAct): void {
  acting.value = false
  emit('act', what)
}
const first = computed(() => props.number === 1)
const plain = { mark: '', editable: false, hasOptions: false, multiline: false, initialText: '' }
/* Conditions, aggregates and sort keys can be appended. */
const MORE = { text: '+', mark: '+', editable: true, hasOptions: true, multiline: false, initialText: '' }
const pieces = computed(() => {
  if (props.step.parts.length === 0) return [{ ...plain, text: props.step.text }]
  const takesMore = /^(where|group by|sort by) /.test(props.step.text) && !props.step.problem
  return takesMore ? [...props.step.parts, { ...plain, text: ' ' }, MORE] : props.step.parts
})
const mentions = computed(() => [...props.step.text.matchAll(/:([A-Za-z_]\w*)/g)].map(found => found[1] ?? ''))
const isHighlighted = computed(() => props.highlighted !== '' && mentions.value.includes(props.highlighted))
const edge = computed(() => props.colors[mentions.value[0] ?? ''])
const foundNone = computed(() => props.step.hints.checkKind === 'found-none')
const repeats = computed(() => {
  const { rows, before } = props.count ?? {}
  return rows !== undefined && before !== undefined && rows > before ? rows - before : 0
})

function keys(event: KeyboardEvent): void {
  if (event.target !== event.currentTarget) return
  if (event.altKey && event.key === 'ArrowUp') emit('act', 'up')
  else if (event.altKey && event.key === 'ArrowDown') emit('act', 'down')
  else if (event.key === 'Delete' && !first.value) emit('act', 'remove')
  else if (event.key === 'Enter' && !event.ctrlKey) emit('look')
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <li
    class="step"
    :class="{ off: !step.enabled, looked, highlighted: isHighlighted, bad: step.problem }"
    :style="{ '--k': edge }"
    tabindex="0"
    :aria-label="`Step ${number}${step.enabled ? '' : ', disabled'}`"
    :data-step="number"
    @keydown="keys"
    @click.self="emit('look')">
    <button type="button" class="number" :title="`Rows after step ${number}`" @click="emit('look')">
      {{ number }}<span class="visually-hidden">: rows after this step</span>
    </button>
    <div class="said">
      <SentenceLine
        :pieces="pieces"
        :offers="offers"
        :about="`step ${number}`"
        :colors="colors"
        @take="(mark, taken) => emit('take', mark, taken)" /><small v-if="!step.enabled" class="soft"> disabled</small>
      <div v-if="step.problem" class="note small" :class="{ bad: step.enabled }" role="alert">{{ step.problem }}</div>
      <div v-else-if="step.hints.earlierIndex >= 0" class="hint small" data-test="earlier">
        It could run before step {{ step.hints.earlierIndex + 1 }}: {{ step.hints.reason }}.
        <button type="button" class="as-link" @click="emit('act', 'earlier')">Move it there</button>
      </div>
    </div>
    <div class="known small" @keydown.esc.stop="acting = false">
      <button
        type="button"
        class="as-link more"
        :aria-expanded="acting"
        :aria-label="`Actions for step ${number}`"
        @click="acting = !acting">
        ⋯
      </button>
      <StepActions v-if="acting" :first="first" :on="step.enabled" @act="act" />
      <div v-if="where" :class="{ attention: where.attention }">{{ where.text }}</div>
      <template v-if="step.enabled">
        <div v-if="counting" class="soft" role="status">counting …</div>
        <button v-else-if="!count" type="button" class="as-link count" @click="emit('count')">how many rows?</button>
        <div v-else-if="count.failed" class="soft">count failed</div>
        <template v-else>
          <div data-test="step-rows">{{ rowsInWords(count.rows ?? 0) }}</div>
          <button v-if="count.odd" type="button" class="as-link attention" @click="emit('odd')">
            {{ countInWords(count.odd) }}
            {{ foundNone ? 'without a match' : count.odd === 1 ? 'does not fit' : 'do not fit' }}
          </button>
          <div v-else-if="count.odd === 0" class="soft">
            {{ foundNone ? 'one match each' : 'all fit' }}
          </div>
          <div v-if="repeats" class="attention">{{ countInWords(repeats) }} more: several matches for some</div>
        </template>
      </template>
    </div>
  </li>
</template>

<style scoped>
.step {
  position: relative;
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) 128px;
  gap: 6px;
  padding: 5px 12px 5px 6px;
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid transparent;
}
.step.looked {
  background: var(--wash);
}
.step.highlighted {
  border-left-color: var(--k);
  background: color-mix(in srgb, var(--k) 8%, var(--field));
}
.step.off .said {
  opacity: 0.6;
}
.number {
  border: 0;
  background: none;
  color: var(--soft);
  text-align: right;
  padding: 2px 0 0;
  align-self: start;
  min-height: 24px;
  min-width: 24px;
}
.said :deep(.sentence) {
  color: var(--ink);
  display: inline;
}
/* Marks are close to each other here; none may cover another. */
.said :deep(.marked.short) {
  padding: 0;
  margin: 0;
  position: relative;
}
.said :deep(.marked.short)::after {
  content: '';
  position: absolute;
  inset: 0 -5px;
}
.hint {
  color: var(--soft);
}
.more {
  float: right;
  margin-left: 8px;
  min-width: 24px;
  min-height: 24px;
  color: var(--soft);
}
.known {
  text-align: right;
  color: var(--soft);
  line-height: 1.5;
  padding-top: 2px;
}
.count {
  color: var(--soft);
  min-height: 24px;
}
.attention {
  color: var(--buoy);
}
</style>
