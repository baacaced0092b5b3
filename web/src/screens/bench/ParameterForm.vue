<script setup lang="ts">
/* Everything about one parameter, edited in place. A change is kept as soon as its field is left. */
import { BFormInput, BFormSelect, BFormTextarea } from 'bootstrap-vue-next'
import { computed, reactive, watch } from 'vue'
import type { Choice, Parameter, QueryCard } from '../../api/types'
import { blank } from '../../choices/choices'
import ChoiceControl from '../../controls/ChoiceControl.vue'
import { listText, readListText } from './listText'

const props = defineProps<{ parameter: Parameter; queries: QueryCard[] }>()
const emit = defineEmits<{ change: [parameter: Parameter]; rename: [name: string] }>()

const TYPES = [
  { value: 'text', text: 'text' }, { value: 'integer', text: 'integer' }, { value: 'decimal', text: 'decimal' }, { value: 'date', text: 'date' },
  { value: 'datetime', text: 'datetime' }, { value: 'boolean', text: 'boolean' }, { value: 'name', text: 'name of a table or column' },
]
const MANY = [{ value: false, text: 'takes one value' }, { value: true, text: 'takes many values' }]
const RULES = [
  { value: 'no-filter', text: 'no filter' }, { value: 'rows-without-value', text: 'rows without a value' }, { value: 'not-allowed', text: 'not allowed' },
]
const LISTS = [{ value: 'any', text: 'any value' }, { value: 'typed', text: 'a list typed by hand' }, { value: 'query', text: 'the answer of a query' }]

const form = reactive({ ...props.parameter, listText: listText(props.parameter.list.values) })
const fingerprint = (parameter: Parameter): string => JSON.stringify({ ...parameter, version: 0, trialChoice: null })
let shown = fingerprint(props.parameter)
/* The server's answer to one edit must not wipe out the next one, which is being typed meanwhile. */
watch(() => props.parameter, now => {
  const untouched = fingerprint(edited()) === shown
  if (untouched) Object.assign(form, now, { listText: listText(now.list.values) })
  shown = fingerprint(now)
})
const listQueries = computed(() => props.queries.map(query => ({ value: query.id, text: query.name })))

function edited(trialChoice: Choice = props.parameter.trialChoice): Parameter {
  const { listText: typed, ...rest } = form
  const list = {
    kind: form.list.kind,
    values: form.list.kind === 'typed' ? readListText(typed) : [],
    queryId: form.list.kind === 'query' ? form.list.queryId || props.queries[0]?.id || '' : '',
  }
  return { ...rest, list, trialChoice }
}
/* The name is changed wherever the parameter is used, so it goes its own way. */
function rename(event: Event): void {
  const name = (event.target as HTMLInputElement).value.trim().replace(/^:/, '')
  if (name && name !== props.parameter.name) emit('rename', name)
}
const keep = (): void => emit('change', edited())

function setDefault(choice: Choice): void {
  form.defaultChoice = choice
  keep()
}

/* Values of the old type make no sense in the new one; what can be read as both stays. */
function setType(type: unknown): void {
  form.type = String(type)
  const numeric = ['integer', 'decimal'].includes(form.type)
  const fits = (choice: Choice) => form.type === 'text' || (numeric && choice.values.every(value => /^-?\d+$/.test(value)))
  if (!fits(form.defaultChoice)) form.defaultChoice = blank()
  emit('change', edited(fits(props.parameter.trialChoice) ? undefined : blank()))
}

/* One value keeps the first of many. */
function setMany(many: unknown): void {
  form.many = many === true || many === 'true'
  const first = (choice: Choice): Choice => (form.many || choice.values.length < 2 ? (choice.kind === 'all' && !form.many ? blank() : choice) : { ...choice, values: choice.values.slice(0, 1) })
  form.defaultChoice = first(form.defaultChoice)
  emit('change', edited(first(props.parameter.trialChoice)))
}

function setListKind(kind: unknown): void {
  form.list = { ...form.list, kind: String(kind) }
  keep()
}
</script>

<template>
  <div class="form">
    <label>Name <BFormInput :model-value="parameter.name" class="mono" @change="rename" /></label>
    <label>Words <BFormInput v-model="form.label" @change="keep" /></label>
    <label>Hint <BFormInput v-model="form.hint" placeholder="shown under the control" @change="keep" /></label>
    <label>Type <BFormSelect :model-value="form.type" :options="TYPES" @update:model-value="setType" /></label>
    <label>Values <BFormSelect :model-value="form.many" :options="MANY" @update:model-value="setMany" /></label>
    <label>Blank means <BFormSelect v-model="form.blankRule" :options="RULES" @change="keep" /></label>
    <label>Blank reads <BFormInput v-model="form.blankWords" placeholder="any vessel" @change="keep" /></label>
    <label>Unit <BFormInput v-model="form.unit" placeholder="min" @change="keep" /></label>
    <label v-if="form.type === 'integer'">Every row <BFormInput v-model="form.everyRow" placeholder="only for row limits: 0" @change="keep" /></label>
    <label>List <BFormSelect :model-value="form.list.kind" :options="LISTS" @update:model-value="setListKind" /></label>
    <label v-if="form.list.kind === 'query'">From <BFormSelect v-model="form.list.queryId" :options="listQueries" @change="keep" /></label>
    <label v-if="form.list.kind === 'typed'" class="tall">Values <BFormTextarea v-model="form.listText" rows="4" placeholder="one on each line; value = label" @change="keep" /></label>
    <div class="line"><span>Default</span><ChoiceControl :key="`${form.type}${form.many}${form.list.kind}`" class="grow" :parameter="parameter" :model-value="form.defaultChoice" @update:model-value="setDefault" /></div>
    <button class="as-link small" type="button" @click="setDefault(parameter.trialChoice)">Use the trial value as default</button>
  </div>
</template>

<style scoped>
.form { padding-top: 6px; display: flex; flex-direction: column; gap: 4px; }
label, .line { display: grid; grid-template-columns: 76px minmax(0, 1fr); align-items: center; gap: 6px; color: var(--soft); font-size: 12.5px; }
.tall { align-items: start; }
</style>
