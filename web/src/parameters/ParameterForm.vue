<script setup lang="ts">
/* Everything about one parameter, edited in place. A change is kept as soon as its field is left. */
import { BFormInput, BFormSelect } from 'bootstrap-vue-next'
import { computed, reactive, ref, watch } from 'vue'
import type { Parameter, Query, QueryCard } from '../api/types'
import DefaultFields from './DefaultFields.vue'
import FormulaField from './FormulaField.vue'
import ListFields from './ListFields.vue'
import { changedFields } from './merge'
import { ALL_RULES, DATE_COVERS, KEPT, MANY, RULES, TEXT_COVERS, TYPES } from './options'
import { withMany, withType, type Switched } from './switching'

const props = defineProps<{
  parameter: Parameter
  all: Parameter[]
  queries: (QueryCard | Query)[]
  /** Keeps an edit; says whether it could be kept. */
  change: (base: Parameter, after: Parameter) => Promise<boolean>
}>()
const emit = defineEmits<{ rename: [name: string] }>()

/* The definition that the fields were filled from: what a change is measured against. */
const base = ref(props.parameter)
const form = reactive({ ...props.parameter })
const lost = ref<string[]>([])
/* The server's answer to one edit must wipe out neither the next one, which is being typed, nor one that it refused. */
const pending = new Map<keyof Parameter, number>()
watch(
  () => props.parameter,
  now => {
    const mine = new Set([...changedFields(base.value, { ...form }), ...pending.keys()])
    for (const field of changedFields({ ...form }, now))
      if (!mine.has(field)) Object.assign(form, { [field]: now[field] })
    base.value = { ...now, ...pick(base.value, [...mine]) }
  },
)
const pick = (from: Parameter, fields: (keyof Parameter)[]): Partial<Parameter> =>
  Object.fromEntries(fields.map(field => [field, from[field]]))
const count = (fields: (keyof Parameter)[], step: number) =>
  fields.forEach(field => {
    const left = (pending.get(field) ?? 0) + step
    if (left > 0) pending.set(field, left)
    else pending.delete(field)
  })

/* The next edit is measured against this one, unless this one is refused. */
async function keep(): Promise<void> {
  const before = base.value
  const after = { ...form }
  const fields = changedFields(before, after)
  if (fields.length === 0) return
  base.value = after
  count(fields, 1)
  const kept = await props.change(before, after)
  count(fields, -1)
  base.value = { ...base.value, ...(kept ? {} : pick(before, fields)) }
}
function set(part: Partial<Parameter>): void {
  Object.assign(form, part)
  void keep()
}
function switchTo(switched: Switched): void {
  lost.value = switched.lost
  set(switched.parameter)
}

/* The name is changed wherever the parameter is used, so it goes its own way. */
function rename(event: Event): void {
  const name = (event.target as HTMLInputElement).value.trim().replace(/^:/, '')
  if (name && name !== props.parameter.name) emit('rename', name)
}
const computedValue = computed(() => form.formula !== '')
const ends = computed(() => [
  { value: '', text: 'stands alone' },
  ...props.all
    .filter(other => other.name !== form.name && other.type === form.type && !other.many)
    .map(other => ({ value: other.name, text: `begins a range that ends with :${other.name}` })),
])
const covers = computed(() => (form.type === 'text' ? TEXT_COVERS : form.type === 'date' ? DATE_COVERS : []))
const hasLimits = computed(() => ['integer', 'decimal', 'date', 'datetime'].includes(form.type))
</script>

<template>
  <div class="form">
    <label>Name <BFormInput :model-value="parameter.name" class="mono" @change="rename" /></label>
    <label data-field="label">Words <BFormInput v-model="form.label" @change="keep" /></label>
    <label data-field="hint"
      >Hint <BFormInput v-model="form.hint" placeholder="shown under the control" @change="keep"
    /></label>
    <label>Group <BFormInput v-model="form.group" placeholder="a heading for readers" @change="keep" /></label>
    <label data-field="type"
      >Type
      <BFormSelect
        :model-value="form.type"
        :options="TYPES"
        @update:model-value="switchTo(withType({ ...form }, String($event)))"
    /></label>
    <FormulaField :formula="form.formula" :name="form.name" @change="set({ formula: $event })" />
    <template v-if="!computedValue">
      <label data-field="many"
        >Values
        <BFormSelect
          :model-value="form.many"
          :options="MANY"
          @update:model-value="switchTo(withMany({ ...form }, String($event) === 'true'))"
      /></label>
      <label v-if="covers.length" data-field="covers"
        >A value is <BFormSelect v-model="form.covers" :options="covers" @change="keep"
      /></label>
      <label v-if="!form.many && ends.length > 1" data-field="range"
        >Range <BFormSelect v-model="form.rangeEnd" :options="ends" @change="keep"
      /></label>
      <label data-field="blank"
        >Blank means <BFormSelect v-model="form.blankRule" :options="RULES" @change="keep"
      /></label>
      <label>Blank reads <BFormInput v-model="form.blankWords" placeholder="any vessel" @change="keep" /></label>
      <label v-if="form.many"
        >All means <BFormSelect v-model="form.allRule" :options="ALL_RULES" @change="keep"
      /></label>
      <label data-field="unit">Unit <BFormInput v-model="form.unit" placeholder="min" @change="keep" /></label>
      <label v-if="form.type === 'integer'"
        >Every row <BFormInput v-model="form.everyRow" placeholder="only for row limits: 0" @change="keep"
      /></label>
      <div v-if="hasLimits" class="line">
        <span>Limits</span>
        <div class="row-line flex-nowrap gap-2">
          <BFormInput
            v-model="form.least"
            placeholder="least"
            aria-label="Smallest value"
            @change="keep" />to<BFormInput
            v-model="form.most"
            placeholder="most"
            aria-label="Largest value"
            @change="keep" />
        </div>
      </div>
      <ListFields
        :parameter="{ ...form }"
        :queries="queries"
        @change="(list, said) => ((lost = said), set({ list }))"
        @gone="set({ whenGone: $event })" />
      <DefaultFields :parameter="{ ...form }" :queries="queries" @change="set({ default: $event })" />
    </template>
    <label data-field="private"
      >In Sent
      <BFormSelect
        :model-value="form.private"
        :options="KEPT"
        @update:model-value="set({ private: String($event) === 'true' })"
    /></label>
    <ul v-if="lost.length" class="note small lost" role="status">
      <li v-for="said in lost" :key="said">{{ said }}</li>
    </ul>
    <p v-if="parameter.formerNames.length" class="soft small m-0">
      Links may still say {{ parameter.formerNames.join(', ') }}.
    </p>
  </div>
</template>

<style>
.form {
  padding-top: 6px;
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.form label,
.form .line {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr);
  align-items: center;
  gap: 6px;
  color: var(--soft);
  font-size: 12.5px;
}
.form .tall {
  align-items: start;
}
.form .lost {
  list-style: none;
  margin: 0;
}
</style>
