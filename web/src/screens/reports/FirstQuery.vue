<script setup lang="ts">
/* Rows of a table, opened on the bench; or an existing query. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { project } from '../../api/client'
import type { Source, SourceContents } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import { useStart } from '../sources/useStart'

const props = defineProps<{ sources: Source[] }>()

const sourceId = ref(props.sources[0]?.id ?? '')
const { state, reload } = useLoaded(async signal => {
  const id = sourceId.value
  return { id, contents: await project.get('/sources/{id}/contents', { params: { path: { id } }, signal }) }
})
/* The tables of the available database; empty until they have loaded. */
const tables = computed(() =>
  state.value.status === 'ready' && state.value.data.id === sourceId.value ? state.value.data.contents.tables : [],
)
const chosen = ref('')
const keyOf = (one: SourceContents['tables'][number]): string => `${one.schema}.${one.name}`
const table = computed(() => tables.value.find(one => keyOf(one) === chosen.value) ?? tables.value[0])
const namesakes = (name: string): boolean => tables.value.filter(one => one.name === name).length > 1
const starts = new Map(props.sources.map(source => [source.id, useStart(source)]))
const refused = computed(() => starts.get(sourceId.value)?.refused.value ?? '')

function look(id: string): void {
  sourceId.value = id
  chosen.value = ''
  void reload()
}
function begin(): void {
  const wanted = table.value
  if (wanted) void starts.get(sourceId.value)?.start('table', wanted.schema, wanted.name)
}
</script>

<template>
  <form class="row-line" @submit.prevent="begin">
    <span>Rows of</span>
    <select
      class="form-select form-select-sm w-auto"
      aria-label="Table"
      :value="table && keyOf(table)"
      :disabled="tables.length === 0"
      @change="chosen = ($event.target as HTMLSelectElement).value">
      <option v-for="one in tables" :key="keyOf(one)" :value="keyOf(one)">
        {{ namesakes(one.name) ? keyOf(one) : one.name }}
      </option>
    </select>
    <span>of</span>
    <select
      class="form-select form-select-sm w-auto"
      aria-label="Database"
      :value="sourceId"
      @change="look(($event.target as HTMLSelectElement).value)">
      <option v-for="source in sources" :key="source.id" :value="source.id">{{ source.id }}</option>
    </select>
    <BButton type="submit" variant="primary" size="sm" :disabled="!table">Open on the bench</BButton>
  </form>
  <p class="soft small m-0 pt-1">
    There, click a cell to filter its column, and turn hard-coded values into parameters. Paste existing SQL under
    <RouterLink to="/queries">queries</RouterLink>.
  </p>
  <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
    ><button class="as-link" @click="reload">Try again</button></FailureNote
  >
  <p v-if="refused" class="note bad m-0" role="alert">{{ refused }}</p>
</template>
