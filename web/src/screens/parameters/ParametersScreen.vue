<script setup lang="ts">
/* Every parameter of the project in one table; each is edited in its row. */
import { BFormInput } from 'bootstrap-vue-next'
import { computed, onMounted, provide, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { get } from '../../api/client'
import type { ParameterUse, QueryCard } from '../../api/types'
import { choosingKey } from '../../composables/useChoosing'
import { newParameter } from '../../parameters/newParameter'
import { useParameters } from '../../parameters/useParameters'
import ParameterRow from './ParameterRow.vue'
import { columns, matches, type Column } from './columns'

const parameters = useParameters()
const queries = shallowRef<QueryCard[]>([])
const search = ref('')
const sortedBy = shallowRef<{ column: Column; descending: boolean }>()
const route = useRoute()
/* What was found is open. */
const open = ref('')
watch(
  () => route.query.open,
  wanted => (open.value = typeof wanted === 'string' ? wanted : open.value),
  { immediate: true },
)
const name = ref('')

provide(choosingKey, {
  choices: computed(() => ({})),
  needs: computed(() => ({})),
  reportId: '',
  signed: computed(() => ''),
  trial: true,
})

const shown = computed<ParameterUse[]>(() => {
  const found = parameters.uses.value.filter(use => matches(use, search.value, queries.value))
  const by = sortedBy.value
  if (!by) return found
  const value = (use: ParameterUse): string => by.column.value(use, queries.value)
  const sorted = [...found].sort((a, b) => value(a).localeCompare(value(b), undefined, { numeric: true }))
  return by.descending ? sorted.reverse() : sorted
})
function sort(column: Column): void {
  if (sortedBy.value?.column !== column) sortedBy.value = { column, descending: false }
  else sortedBy.value = sortedBy.value.descending ? undefined : { column, descending: true }
}
const direction = (column: Column) =>
  sortedBy.value?.column === column ? (sortedBy.value.descending ? 'descending' : 'ascending') : 'none'

async function add(): Promise<void> {
  const wanted = name.value.trim().replace(/^:/, '')
  if (wanted && (await parameters.add(newParameter(wanted)))) {
    open.value = wanted
    name.value = ''
  }
}
function move(moved: string, steps: number): void {
  const names = parameters.uses.value.map(use => use.definition.name)
  const at = names.indexOf(moved)
  const to = at + steps
  if (to < 0 || to >= names.length) return
  names.splice(to, 0, ...names.splice(at, 1))
  void parameters.order(names)
}
onMounted(async () => {
  await parameters.reload()
  queries.value = await get<QueryCard[]>('/queries')
})
</script>

<template>
  <main class="page wide">
    <div class="row-line pb-2">
      <h1>Parameters</h1>
      <span class="soft">{{ parameters.uses.value.length }} in this project</span><span class="grow"></span>
      <BFormInput v-model="search" type="search" class="w-auto" placeholder="Search" aria-label="Search parameters" />
      <form class="row-line gap-2" @submit.prevent="add">
        <BFormInput
          v-model="name"
          class="w-auto mono"
          placeholder="new_parameter"
          aria-label="Name of a new parameter" /><button class="as-link" :disabled="!name.trim()">+ Parameter</button>
      </form>
    </div>
    <div v-if="name && parameters.failures[name]" class="note bad mb-2" role="alert">
      {{ parameters.failures[name]?.message }}
    </div>
    <div class="card-box table-box">
      <table class="plain">
        <colgroup>
          <col v-for="column in columns" :key="column.name" :style="{ width: column.width }" />
          <col />
        </colgroup>
        <thead>
          <tr>
            <th v-for="column in columns" :key="column.name" :aria-sort="direction(column)">
              <button class="as-link head" @click="sort(column)">
                {{ column.name
                }}{{ direction(column) === 'ascending' ? ' ↑' : direction(column) === 'descending' ? ' ↓' : '' }}
              </button>
            </th>
            <th><span class="visually-hidden">Edit</span></th>
          </tr>
        </thead>
        <tbody>
          <ParameterRow
            v-for="use in shown"
            :key="use.definition.name"
            :use="use"
            :parameters="parameters"
            :queries="queries"
            :open="open === use.definition.name"
            :movable="!sortedBy && !search"
            @toggle="open = open === use.definition.name ? '' : use.definition.name"
            @renamed="open = $event"
            @move="move(use.definition.name, $event)" />
          <tr v-if="shown.length === 0">
            <td :colspan="columns.length + 1" class="soft">
              {{ search ? 'No parameter like that.' : 'No parameters yet. Name one above, or write :name in a query.' }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </main>
</template>

<style scoped>
.wide {
  max-width: none;
}
.table-box {
  padding: 4px 6px;
}
table {
  table-layout: fixed;
}
.head {
  color: var(--soft);
}
</style>
