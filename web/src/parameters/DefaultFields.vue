<script setup lang="ts">
/* What reports open with: a choice, a formula such as "first day of last month", or the answer of a query. */
import { BFormInput, BFormSelect } from 'bootstrap-vue-next'
import { ref, watch } from 'vue'
import type { Choice, DefaultDefinition, Parameter, Query, QueryCard } from '../api/types'
import ChoiceControl from '../controls/ChoiceControl.vue'

const props = defineProps<{ parameter: Parameter; queries: (QueryCard | Query)[] }>()
const emit = defineEmits<{ change: [start: DefaultDefinition] }>()

const KINDS = [
  { value: 'choice', text: 'this choice' },
  { value: 'formula', text: 'a formula' },
  { value: 'query', text: 'the answer of a query' },
]
const kind = ref(props.parameter.default.kind)
const formula = ref(props.parameter.default.formula)
watch(
  () => props.parameter.default,
  now => {
    kind.value = now.kind
    formula.value = now.formula
  },
)

/* A formula or query has to be there before it can be kept; until then the old default holds. */
function setKind(next: unknown): void {
  kind.value = String(next)
  if (kind.value === 'choice' || (kind.value === 'formula' && formula.value))
    emit('change', { ...props.parameter.default, kind: kind.value })
}
/* Enter may belong to the browser's list of suggestions, which swallows the change. */
function setFormula(): void {
  const { kind: was, formula: old } = props.parameter.default
  if (was !== 'formula' || old !== formula.value.trim())
    emit('change', { ...props.parameter.default, kind: 'formula', formula: formula.value.trim() })
}
const setChoice = (choice: Choice) => emit('change', { ...props.parameter.default, kind: 'choice', choice })
</script>

<template>
  <label data-field="default"
    >Default <BFormSelect :model-value="kind" :options="KINDS" @update:model-value="setKind"
  /></label>
  <div v-if="kind === 'choice'" class="line">
    <span></span>
    <ChoiceControl
      :key="`${parameter.type}${parameter.many}${parameter.covers}${parameter.list.kind}`"
      :parameter="{ ...parameter, hint: '', label: `Default of ${parameter.label}` }"
      :model-value="parameter.default.choice"
      @update:model-value="setChoice" />
  </div>
  <label v-else-if="kind === 'formula'"
    ><span></span
    ><BFormInput
      v-model="formula"
      class="mono"
      list="formulas"
      placeholder="first day of last month"
      aria-label="Formula of the default"
      @change="setFormula"
      @keydown.enter="setFormula"
  /></label>
  <label v-else
    ><span></span
    ><BFormSelect
      :model-value="parameter.default.queryId"
      :options="queries.map(query => ({ value: query.id, text: query.name }))"
      aria-label="Query of the default"
      @update:model-value="emit('change', { ...parameter.default, kind: 'query', queryId: String($event) })"
  /></label>
  <div v-if="kind === 'choice'" class="line">
    <span></span
    ><button class="as-link small text-start" type="button" @click="setChoice(parameter.trialChoice)">
      Use the trial value as default
    </button>
  </div>
</template>
