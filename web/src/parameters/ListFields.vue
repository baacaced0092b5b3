<script setup lang="ts">
/* Where the values come from: anything, typed or pasted, a column in one step, or the answer of a query. */
import { BFormCheckbox, BFormInput, BFormSelect, BFormTextarea } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import type { ColumnPlace, ListDefinition, Parameter, Query, QueryCard } from '../api/types'
import ColumnFields from './ColumnFields.vue'
import ListCompared from './ListCompared.vue'
import { listText, readListText } from './listText'
import { withListKind } from './switching'

const props = defineProps<{ parameter: Parameter; queries: (QueryCard | Query)[] }>()
const emit = defineEmits<{ change: [list: ListDefinition, lost: string[]]; gone: [rule: string] }>()

const KINDS = [
  { value: 'any', text: 'any value' },
  { value: 'typed', text: 'a list typed by hand' },
  { value: 'column', text: 'a column' },
  { value: 'query', text: 'the answer of a query' },
]
const AGES = [
  { value: 0, text: 'asked for each time' },
  { value: 60, text: 'kept for a minute' },
  { value: 300, text: 'kept for 5 minutes' },
  { value: 3600, text: 'kept for an hour' },
  { value: 86400, text: 'kept for a day' },
]
const GONE = [
  { value: 'keep', text: 'kept and marked' },
  { value: 'drop', text: 'taken out, and told' },
]
const list = computed(() => props.parameter.list)
const kind = ref(list.value.kind)
const typed = ref(listText(list.value.values))
watch(list, (now, before) => {
  if (now.kind !== before.kind) kind.value = now.kind
  if (JSON.stringify(now.values) !== JSON.stringify(readListText(typed.value))) typed.value = listText(now.values)
})
const ages = computed(() =>
  AGES.some(age => age.value === list.value.keptSeconds)
    ? AGES
    : [...AGES, { value: list.value.keptSeconds, text: `kept for ${list.value.keptSeconds} s` }],
)
const set = (part: Partial<ListDefinition>) => emit('change', { ...list.value, kind: kind.value, ...part }, [])

/* A column or a query has to be named before the list can be kept; until then the old one holds. */
function setKind(next: unknown): void {
  kind.value = String(next)
  const switched = withListKind(props.parameter, kind.value)
  const ready =
    kind.value === 'any' ||
    kind.value === 'typed' ||
    (kind.value === 'column' ? list.value.column.column !== '' : list.value.queryId !== '')
  if (ready) emit('change', switched.parameter.list, switched.lost)
}
const asked = computed(() => kind.value === 'column' || kind.value === 'query')
</script>

<template>
  <label data-field="list"
    >List <BFormSelect :model-value="kind" :options="KINDS" @update:model-value="setKind"
  /></label>
  <label v-if="kind === 'query'"
    >From
    <BFormSelect
      :model-value="list.queryId"
      :options="[
        { value: '', text: 'choose a query' },
        ...queries.map(query => ({ value: query.id, text: query.name })),
      ]"
      @update:model-value="$event && set({ queryId: String($event) })"
  /></label>
  <ColumnFields
    v-if="kind === 'column' || kind === 'typed'"
    :parameter="parameter"
    :place="list.column"
    :optional="kind === 'typed'"
    @change="(column: ColumnPlace) => set({ column })" />
  <template v-if="kind === 'typed'">
    <label class="tall"
      >Values
      <BFormTextarea
        v-model="typed"
        rows="4"
        placeholder="one on each line; value = label. Cells of a spreadsheet can be pasted."
        @change="set({ values: readListText(typed) })"
    /></label>
    <ListCompared v-if="list.values.length" :parameter="parameter" />
  </template>
  <template v-if="asked">
    <div class="line">
      <span></span
      ><BFormCheckbox :model-value="list.counts" @update:model-value="set({ counts: $event === true })">{{
        kind === 'column' ? 'count the rows of each value' : 'a third column has counts'
      }}</BFormCheckbox>
    </div>
    <label
      >Answers
      <BFormSelect
        :model-value="list.keptSeconds"
        :options="ages"
        @update:model-value="set({ keptSeconds: Number($event) })"
    /></label>
  </template>
  <label v-if="kind !== 'any'"
    >No longer listed
    <BFormSelect :model-value="parameter.whenGone" :options="GONE" @update:model-value="emit('gone', String($event))"
  /></label>
  <label v-if="kind === 'column'"
    >Except
    <BFormInput
      :model-value="list.column.except.join(', ')"
      placeholder="values that are not on the list"
      @change="
        set({
          column: {
            ...list.column,
            except: ($event.target as HTMLInputElement).value
              .split(',')
              .map(text => text.trim())
              .filter(Boolean),
          },
        })
      "
  /></label>
</template>
