<script setup lang="ts">
/* One parameter on the bench, or the two ends of a range: trial values, what it is in a few words, and its form when opened. */
import { computed, ref } from 'vue'
import type { Choice, Parameter, ParameterUse, QueryCard } from '../../api/types'
import ChoiceControl from '../../controls/ChoiceControl.vue'
import RangeControl from '../../controls/RangeControl.vue'
import EditNotes from '../../parameters/EditNotes.vue'
import ParameterForm from '../../parameters/ParameterForm.vue'
import RenamePreview from '../../parameters/RenamePreview.vue'
import { useRename } from '../../parameters/useRename'
import type { UsedParameters } from '../../parameters/useParameters'
import UsesList from '../../parameters/UsesList.vue'

const props = defineProps<{
  use: ParameterUse
  end?: ParameterUse
  colour: string
  endColour: string
  lit: string
  queries: QueryCard[]
  parameters: UsedParameters
  problems: Record<string, string>
  /** The text does not mention it; something that it mentions needs it. */
  neededOnly: boolean
}>()
const emit = defineEmits<{ choose: [name: string, choice: Choice]; changed: []; light: [name: string] }>()

const open = ref('')
const parameter = computed(() => props.use.definition)
const opened = computed(() =>
  [props.use, ...(props.end ? [props.end] : [])].find(use => use.definition.name === open.value),
)
const { preview, wanted, ask, cancel, confirm } = useRename(open, props.parameters, to => (open.value = to))
const BLANK_WORDS: Record<string, string> = {
  'no-filter': 'no filter',
  'rows-without-value': 'rows without a value',
  'not-allowed': 'not allowed',
}
const listWords = computed(() => {
  const { list } = parameter.value
  if (list.kind === 'query')
    return `list: ${props.queries.find(query => query.id === list.queryId)?.name ?? list.queryId}`
  if (list.kind === 'column') return `list: ${list.column.table}.${list.column.column}`
  return list.kind === 'typed' ? `list of ${list.values.length}` : 'any value'
})
const meaning = computed(() => {
  const one = parameter.value
  if (one.formula) return `= ${one.formula}`
  const usedBy = props.use.uses.filter(use => use.kind === 'query').length
  return [
    listWords.value,
    `blank: ${BLANK_WORDS[one.blankRule]}`,
    ...(one.everyRow ? [`${one.everyRow}: every row`] : []),
    ...(one.many && one.allRule === 'send-each' ? ['all: each is sent'] : []),
    ...(usedBy > 1 ? [`in ${usedBy} queries`] : []),
    ...(props.neededOnly ? ['needed by others here'] : []),
  ].join(' · ')
})
const kind = computed(() =>
  [
    parameter.value.type,
    ...(parameter.value.covers === 'itself' ? [] : [parameter.value.covers]),
    props.end ? 'range' : parameter.value.many ? 'many' : 'one',
  ].join(', '),
)
/* On the bench, back to the trial value's own default is back to blank; the default is the reader's. */
const forTrial = (one: Parameter): Parameter => ({ ...one, hint: '' })
async function change(base: Parameter, after: Parameter): Promise<boolean> {
  const kept = await props.parameters.change(base, after)
  if (kept) emit('changed')
  return kept
}
async function drop(name: string): Promise<void> {
  if (await props.parameters.drop(name)) emit('changed')
}
const toggle = (name: string) => (open.value = open.value === name ? '' : name)
</script>

<template>
  <div
    class="card-line"
    :class="{ lit: lit === parameter.name || lit === end?.definition.name }"
    :style="{ '--k': colour }"
    :data-parameter-card="parameter.name"
    @mouseenter="emit('light', parameter.name)"
    @mouseleave="emit('light', '')">
    <div class="row-line gap-2">
      <b class="mono name">:{{ parameter.name }}</b
      ><b v-if="end" class="mono" :style="{ color: endColour }">:{{ end.definition.name }}</b
      ><span class="soft small ms-auto">{{ kind }}</span>
    </div>
    <RangeControl
      v-if="end"
      class="pt-1"
      :from="forTrial(parameter)"
      :to="forTrial(end.definition)"
      :choices="{ [parameter.name]: parameter.trialChoice, [end.definition.name]: end.definition.trialChoice }"
      :problems="problems"
      @choose="changed => Object.entries(changed).forEach(([name, choice]) => emit('choose', name, choice))" />
    <ChoiceControl
      v-else-if="!parameter.formula"
      class="pt-1"
      :parameter="forTrial(parameter)"
      :model-value="parameter.trialChoice"
      :problem="problems[parameter.name]"
      @update:model-value="emit('choose', parameter.name, $event)" />
    <div v-else-if="problems[parameter.name]" class="note bad small">{{ problems[parameter.name] }}</div>
    <div class="foot small">
      <span class="soft grow">{{ meaning }}</span>
      <button class="as-link" :aria-expanded="open === parameter.name" @click="toggle(parameter.name)">
        {{ open === parameter.name ? 'Done' : end ? `Edit :${parameter.name}` : 'Edit' }}
      </button>
      <button
        v-if="end"
        class="as-link"
        :aria-expanded="open === end.definition.name"
        @click="toggle(end.definition.name)">
        {{ open === end.definition.name ? 'Done' : `Edit :${end.definition.name}` }}
      </button>
    </div>
    <EditNotes
      v-for="name in [parameter.name, ...(end ? [end.definition.name] : [])]"
      :key="name"
      :name="name"
      :parameters="parameters" />
    <template v-if="opened">
      <ParameterForm
        :key="opened.definition.name"
        :parameter="opened.definition"
        :all="parameters.uses.value.map(one => one.definition)"
        :queries="queries"
        :change="change"
        @rename="ask" />
      <RenamePreview
        v-if="preview"
        class="mt-2"
        :name="open"
        :wanted="wanted"
        :preview="preview"
        @confirm="confirm"
        @cancel="cancel" />
      <UsesList class="pt-2" :use="opened" @remove="drop(opened.definition.name)" />
    </template>
  </div>
</template>

<style scoped>
.card-line {
  padding: 9px 12px;
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid var(--k);
}
.card-line.lit {
  background: color-mix(in srgb, var(--k) 8%, var(--field));
  outline: none;
  border-radius: 0;
}
.name {
  color: var(--k);
}
.foot {
  display: flex;
  gap: 10px;
  padding-top: 3px;
  align-items: baseline;
  white-space: normal;
}
.foot button {
  white-space: nowrap;
  min-height: 24px;
  min-width: 24px;
}
</style>
