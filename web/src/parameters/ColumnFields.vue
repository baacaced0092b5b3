<script setup lang="ts">
/* A column of a table of a source. Where a query compares the parameter with one, that one is a click away. */
import { BFormSelect } from 'bootstrap-vue-next'
import { computed, ref, shallowRef, watch } from 'vue'
import { get } from '../api/client'
import type { SourceContents, ColumnPlace, Parameter, Source, Table } from '../api/types'
import { useLoaded } from '../composables/useLoaded'

const props = defineProps<{ parameter: Parameter; place: ColumnPlace; optional?: boolean }>()
const emit = defineEmits<{ change: [place: ColumnPlace] }>()

const { state } = useLoaded(async signal => ({
  sources: await get<Source[]>('/sources', signal),
  proposed: await get<ColumnPlace>(`/parameters/${props.parameter.name}/column`, signal).catch(() => undefined),
}))
const place = ref({ ...props.place })
watch(
  () => props.place,
  now => (place.value = { ...now }),
)
const tables = shallowRef<Table[]>([])
const failed = ref('')
watch(
  () => place.value.sourceId,
  async id => {
    tables.value = []
    failed.value = ''
    if (id)
      tables.value = await get<SourceContents>(`/sources/${id}/contents`)
        .then(contents => contents.tables)
        .catch(() => ((failed.value = 'The source does not answer.'), []))
  },
  { immediate: true },
)

const options = computed(() =>
  state.value.status === 'ready' ? state.value.data.sources.map(source => ({ value: source.id, text: source.id })) : [],
)
const key = (table: Table) => `${table.schema}.${table.name}`
const chosenTable = computed(() =>
  tables.value.find(
    table => table.name === place.value.table && (!place.value.schema || table.schema === place.value.schema),
  ),
)
const columns = computed(
  () =>
    chosenTable.value?.columns.map(column => ({
      value: column.name,
      text: `${column.name} (${column.type.toLowerCase()})`,
    })) ?? [],
)
const proposed = computed(() =>
  state.value.status === 'ready' && state.value.data.proposed?.column ? state.value.data.proposed : undefined,
)
const isProposed = computed(
  () => proposed.value?.table === place.value.table && proposed.value.column === place.value.column,
)

function setTable(value: unknown): void {
  const table = tables.value.find(one => key(one) === value)
  if (table) place.value = { ...place.value, schema: table.schema, table: table.name, column: '', label: '' }
}
function set(part: Partial<ColumnPlace>): void {
  place.value = { ...place.value, ...part }
  if (place.value.column) emit('change', place.value)
}
</script>

<template>
  <div v-if="proposed && !isProposed" class="line">
    <span></span
    ><button class="as-link text-start" type="button" @click="set(proposed)">
      {{ optional ? 'Compare with' : 'Take' }} {{ proposed.table }}.{{ proposed.column }}, which queries compare it with
    </button>
  </div>
  <label
    >{{ optional ? 'Compare' : 'Source' }}
    <BFormSelect
      v-model="place.sourceId"
      :options="[{ value: '', text: optional ? 'with no column' : 'choose' }, ...options]"
  /></label>
  <label v-if="place.sourceId"
    >Table
    <BFormSelect
      :model-value="chosenTable ? key(chosenTable) : ''"
      :options="[
        { value: '', text: failed || 'choose' },
        ...tables.map(table => ({ value: key(table), text: table.name })),
      ]"
      @update:model-value="setTable"
  /></label>
  <label v-if="place.table"
    >Column
    <BFormSelect
      :model-value="place.column"
      :options="[{ value: '', text: 'choose' }, ...columns]"
      @update:model-value="set({ column: String($event) })"
  /></label>
  <label v-if="place.column && !optional"
    >Label
    <BFormSelect
      :model-value="place.label"
      :options="[{ value: '', text: 'the value itself' }, ...columns]"
      @update:model-value="set({ label: String($event) })"
  /></label>
</template>
