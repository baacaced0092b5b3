<script setup lang="ts">
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref, shallowRef } from 'vue'
import { project } from '../../../api/client'
import type { ParameterOverview, Problem, Proposal, QueryCheck } from '../../../api/types'
import type { UsedParameters } from '../../../parameters/useParameters'
import { countInWords } from '../../../formats'
import { fixedValue } from '../../../query/steps'
import ParameterCard from './ParameterCard.vue'
import ProposalNote from './ProposalNote.vue'

const props = defineProps<{
  queryId: string
  /** The text of the query, read on request: the pane does not change while it is typed. */
  currentText: () => string
  parameters: UsedParameters
  check: QueryCheck
  colors: Record<string, string>
  highlighted: string
  runProblems: Problem[]
  /** Whether there is a cursor at which a name can be inserted. */
  cursor: boolean
}>()
const emit = defineEmits<{ changed: []; highlight: [name: string]; insert: [name: string] }>()

const MOST_OTHERS = 30

const name = ref('')
const made = ref('')
const proposal = shallowRef<Proposal>()
const byName = computed(() => new Map(props.parameters.uses.value.map(use => [use.definition.name, use])))
const used = computed(() => props.check.parameters.flatMap(wanted => byName.value.get(wanted) ?? []))
/* Dependencies of the query's parameters that its text does not contain, such as the parent of a list. */
const needed = computed(() => {
  const names = new Set(used.value.flatMap(use => use.dependencies))
  return props.parameters.uses.value.filter(
    use => names.has(use.definition.name) && !props.check.parameters.includes(use.definition.name),
  )
})
/* A new parameter stays visible until the text contains it. */
const extra = computed(() =>
  props.parameters.uses.value.filter(use => use.definition.name === made.value && !shownNames.value.has(made.value)),
)
const shownNames = computed(() => new Set([...used.value, ...needed.value].map(use => use.definition.name)))
/* The end of a range is on the card of its beginning. */
const cards = computed(() => {
  const all = [...used.value, ...needed.value, ...extra.value]
  const ends = new Map(
    all.flatMap(use =>
      use.definition.rangeEnd && byName.value.has(use.definition.rangeEnd) ? [[use.definition.rangeEnd, use]] : [],
    ),
  )
  return all
    .filter(use => !ends.has(use.definition.name))
    .map(use => ({ use, end: byName.value.get(use.definition.rangeEnd) }))
})
/* Those with the typed text in their name. */
const others = computed(() => {
  const typed = name.value.trim().toLowerCase()
  return props.parameters.uses.value
    .map(use => use.definition.name)
    .filter(other => other.includes(typed) && !shownNames.value.has(other) && other !== made.value)
})
const missing = computed(() => [
  ...new Set(
    props.check.problems.filter(problem => problem.kind === 'unknown-parameter').map(problem => problem.parameter),
  ),
])
const problems = computed<Record<string, string>>(() =>
  Object.fromEntries(props.runProblems.map(problem => [problem.parameter, `${problem.message} ${problem.advice}`])),
)
const colorOf = (use: ParameterOverview): string => props.colors[use.definition.name] ?? 'var(--mark-8)'

async function after(work: Promise<boolean>): Promise<void> {
  if (await work) emit('changed')
}

/* The field is free for the next one at once; a rejected sentence returns to it, unless something else was typed. */
async function submit(): Promise<void> {
  const wanted = name.value.trim()
  name.value = ''
  if (!(await make(wanted)) && !name.value) name.value = wanted
}

async function make(wanted: string): Promise<boolean> {
  if (!wanted) return true
  const found = await project
    .post('/queries/{id}/proposal', {
      params: { path: { id: props.queryId } },
      body: { text: props.currentText(), name: wanted },
    })
    .catch(() => undefined)
  const added = await (found ? props.parameters.add(found.definition) : props.parameters.addTyped(wanted))
  if (added) {
    proposal.value = found
    made.value = wanted
    emit('changed')
  }
  return added
}
const rejection = computed(() => props.parameters.failures[name.value] ?? props.parameters.failures[''])
/* A parameter in a step is created at once, from the compared column, and tried with the former value. */
async function makeMissing(wanted: string, before: string): Promise<void> {
  if (byName.value.has(wanted)) return
  await make(wanted)
  const value = fixedValue(before)
  if (value !== undefined)
    await after(props.parameters.choose(wanted, { kind: 'values', values: [value], withoutValue: false }))
}
defineExpose({ makeMissing })
</script>

<template>
  <section class="pane" aria-label="Choices">
    <div class="head">
      <h2 id="choices-pane">Choices</h2>
      <span class="soft small">what viewers can change</span>
    </div>
    <div class="body">
      <template v-for="{ use, end } in cards" :key="use.definition.name">
        <ParameterCard
          :use="use"
          :end="end"
          :color="colorOf(use)"
          :end-color="end ? colorOf(end) : ''"
          :highlighted="highlighted"
          :parameters="parameters"
          :problems="problems"
          :needed-only="!check.parameters.includes(use.definition.name)"
          @changed="emit('changed')"
          @choose="(wanted, choice) => after(parameters.choose(wanted, choice))"
          @highlight="emit('highlight', $event)" />
        <ProposalNote
          v-if="proposal && proposal.definition.name === use.definition.name"
          :proposal="proposal"
          :parameters="parameters"
          @changed="emit('changed')"
          @close="proposal = undefined" />
      </template>
      <div v-for="wanted in missing" :key="wanted" class="note bad m-2">
        <b class="mono">:{{ wanted }}</b> is in the query but not defined yet.
        <button class="as-link" @click="make(wanted)">Make it</button>
        <div v-if="parameters.failures[wanted]" role="alert">{{ parameters.failures[wanted]?.message }}</div>
      </div>
      <form class="new" @submit.prevent="submit">
        <BFormInput v-model="name" placeholder="new_parameter" aria-label="Name of a new parameter" /><button
          class="as-link"
          type="submit"
          :disabled="!name">
          + Parameter
        </button>
      </form>
      <div v-if="name && rejection" class="note bad m-2" role="alert">
        {{ rejection.message }} {{ rejection.advice }}
      </div>
      <p v-if="others.length > 0" class="soft small px-3">
        Other parameters of the project:
        <template v-for="other in others.slice(0, MOST_OTHERS)" :key="other"
          ><button class="as-link mono other" :title="`Show :${other}`" @click="made = other">:{{ other }}</button
          >{{ ' ' }}</template
        ><template v-if="others.length > MOST_OTHERS"
          >and {{ countInWords(others.length - MOST_OTHERS) }} more: type a part of the name above to find
          one.</template
        >
      </p>
      <p v-if="extra.length > 0" class="soft small px-3">
        Write <code>:{{ made }}</code> where its value goes.
        <button v-if="cursor" class="as-link" @click="emit('insert', made)">Insert at the cursor</button>
      </p>
    </div>
  </section>
</template>

<style scoped>
.new {
  display: flex;
  gap: 8px;
  padding: 10px 12px;
  align-items: center;
  white-space: nowrap;
}
.other {
  min-height: 24px;
  min-width: 24px;
  margin-right: 6px;
}
</style>
