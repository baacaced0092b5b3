<script setup lang="ts">
/* A query as steps, one sentence each. */
import { computed, nextTick, ref } from 'vue'
import { project } from '../../../api/client'
import type { Choices, StepsAnalysis } from '../../../api/types'
import { HEADER, inserted, linesOf, moved, switched, typedText, without, withWords } from '../../../query/steps'
import { noteOfStep } from '../../../query/stepNotes'
import type { RunEvidence } from '../useRunEvidence'
import NewStepField from './NewStepField.vue'
import FederationNote from '../FederationNote.vue'
import StepLine from './StepLine.vue'
import StepsText from './StepsText.vue'
import type { StepAct } from './stepAction'
import type { UsedStepCounts } from './useStepCounts'
import type { UsedSteps } from './useSteps'
import { useStepInput } from './useStepInput'

const props = defineProps<{
  queryId: string
  text: string
  steps: UsedSteps
  counts: UsedStepCounts
  choices: () => Choices
  colors: Record<string, string>
  highlighted: string
  looked: number | undefined
  /** The outcome of the last run. */
  evidence: RunEvidence
  /** The step from which each part of the executed statement originates. */
  stretches: StepsAnalysis['sqlRanges']
}>()
const emit = defineEmits<{
  look: [step: number]
  odd: [step: number]
  made: [parameter: string, before: string]
  turn: []
  decided: []
}>()

const { placements, verdicts, fetched } = props.evidence
const reading = computed(() => props.steps.reading.value)
const said = computed(() => reading.value.steps)
const counting = ref(-1)
const open = ref<number>()
const list = ref<HTMLElement>()
const noteOf = (step: number) => noteOfStep(step, props.stretches, placements.value, verdicts.value)

const offers = (step: number) => (mark: string) =>
  project.post('/queries/{id}/steps/options', {
    params: { path: { id: props.queryId } },
    body: {
      text: props.text,
      step,
      mark,
      choices: props.choices(),
    },
  })

function take(step: number, mark: string, taken: string): void {
  const one = said.value[step]
  if (one && mark === '+') {
    const more = /^[ ,]/.test(taken) ? taken : ` ${taken}`
    return props.steps.change(`step ${step + 1}`, lines => withWords(lines, step, one.text + more))
  }
  const place = one?.replacedRanges[Number(mark)]
  if (!one || !place) return
  const words = one.text.slice(0, place.start) + taken + one.text.slice(place.end)
  props.steps.change(`step ${step + 1}`, lines => withWords(lines, step, words))
  const parameter = /^:(\w+)$/.exec(taken)?.[1]
  if (parameter) emit('made', parameter, one.text.slice(place.start, place.end))
}

async function count(step: number): Promise<void> {
  counting.value = step
  await props.counts.count(step)
  if (counting.value === step) counting.value = -1
}

function move(step: number, by: number): void {
  props.steps.change(`moving step ${step + 1}`, lines => moved(lines, step, step + by))
  void nextTick(() => list.value?.querySelector<HTMLElement>(`[data-step="${step + by + 1}"]`)?.focus())
}
function act(step: number, what: StepAct): void {
  const words = said.value[step]?.text ?? ''
  if (what === 'below') open.value = step + 1
  else if (what === 'earlier') move(step, (said.value[step]?.hints.earlierIndex ?? step) - step)
  else if (what === 'up') move(step, -1)
  else if (what === 'down') move(step, 1)
  else if (what === 'toggle') props.steps.change(`step ${step + 1}`, lines => switched(lines, step))
  else if (what === 'double') props.steps.change(`doubling step ${step + 1}`, lines => inserted(lines, step + 1, words))
  else props.steps.change(`removing step ${step + 1}`, lines => without(lines, step))
}

const { add, asText, applyText } = useStepInput(
  props.queryId,
  () => props.text,
  props.steps,
  () => {
    open.value = undefined
  },
)

/* The statement changes with it. */
async function decided(): Promise<void> {
  await props.steps.again()
  emit('decided')
}

/* Dropping a step on another moves it there. */
const dragged = ref<number>()
function drop(step: number): void {
  const from = dragged.value
  dragged.value = undefined
  if (from !== undefined) props.steps.change(`moving step ${from + 1}`, lines => moved(lines, from, step))
}
</script>

<template>
  <section class="pane" aria-label="Query">
    <div class="head">
      <h2>Query</h2>
      <span class="soft small">one sentence per step; its number shows the rows after it</span>
      <span class="grow"></span>
      <button v-if="!asText" type="button" class="as-link small me-2" @click="asText = true">Edit as text</button>
      <button v-if="text === HEADER" type="button" class="as-link small" @click="steps.edit('')">
        Write plain SQL instead
      </button>
      <button
        v-else
        type="button"
        class="as-link small"
        :disabled="!reading.sql || reading.federation.step >= 0"
        @click="emit('turn')">
        Convert to SQL
      </button>
    </div>
    <StepsText v-if="asText" :text="typedText(linesOf(text))" :apply="applyText" @close="asText = false" />
    <div v-else class="body">
      <ol ref="list" class="steps">
        <template v-for="(step, i) in said" :key="i">
          <FederationNote
            v-if="reading.federation.step === i"
            :several="reading.federation"
            :fetched="fetched"
            @decided="decided" />
          <StepLine
            :step="step"
            :number="i + 1"
            :looked="looked === i"
            :highlighted="highlighted"
            :colors="colors"
            :where="noteOf(i)"
            :count="counts.countOf(i)"
            :counting="counting === i"
            :offers="offers(i)"
            :draggable="i > 0"
            @take="(mark, taken) => take(i, mark, taken)"
            @look="emit('look', i)"
            @count="count(i)"
            @odd="emit('odd', i)"
            @act="act(i, $event)"
            @dragstart="dragged = i"
            @dragover.prevent
            @drop.prevent="drop(i)" />
          <li v-if="open === i + 1 && open < said.length" class="between">
            <NewStepField
              :query-id="queryId"
              :text="text"
              :behind="i + 1"
              :choices="choices"
              :add="add(i + 1)"
              focused
              @close="open = undefined" />
          </li>
        </template>
      </ol>
      <NewStepField
        :key="`end ${open === said.length}`"
        :query-id="queryId"
        :text="text"
        :behind="said.length"
        :choices="choices"
        :add="add()"
        :focused="open === said.length && said.length > 0"
        @close="open = undefined" />
      <slot></slot>
    </div>
  </section>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
}
.between {
  border-bottom: 1px solid var(--rule);
}
</style>
