<script setup lang="ts">
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { project } from '../../api/client'
import { useMe } from '../../api/me'
import type { Source, Table } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import { countInWords } from '../../formats'
import ObjectActions from '../../objects/ObjectActions.vue'
import FileDrop from './FileDrop.vue'
import FunctionLine from './FunctionLine.vue'
import HeaderLineMark from './HeaderLineMark.vue'
import StatementHolders from './StatementHolders.vue'
import { found, sizeInWords } from './search'
import ServiceRequests from './ServiceRequests.vue'
import SourceProjects from './SourceProjects.vue'
import SourceForm from './SourceForm.vue'
import TableDetail from './TableDetail.vue'

/* Of thousands of tables only so many are in the page; the search finds the rest. */
const MOST_SHOWN = 120
const SEARCH_FROM = 10

const props = defineProps<{ source: Source; reload: () => Promise<void> }>()
const changing = ref(false)
const params = { path: { id: props.source.id } }
const { state: health, reload: ask } = useLoaded(signal => project.get('/sources/{id}/health', { params, signal }))
const { state: contents, reload: list } = useLoaded(signal => project.get('/sources/{id}/contents', { params, signal }))
const { me } = useMe()
/* Stored copies are written by the server alone. */
const isOfCopies = computed(() => props.source.database.startsWith('copies-'))
const looksAfterAll = computed(() => me.value?.operator === true)
const open = shallowRef<Table>()
const search = ref('')
const tables = computed(() => (contents.value.status === 'ready' ? contents.value.data.tables : []))
const functions = computed(() => (contents.value.status === 'ready' ? contents.value.data.functions : []))
const silent = computed(() => (contents.value.status === 'ready' ? contents.value.data.unreadable : []))
const matching = computed(() =>
  tables.value.filter(table =>
    found(
      search.value,
      table.name,
      table.columns.map(column => column.name),
    ),
  ),
)
const matchingFunctions = computed(() => functions.value.filter(each => found(search.value, each.name, each.arguments)))

/* Search results are expanded. */
const route = useRoute()
const section = ref<HTMLElement>()
watch(
  [tables, () => route.fullPath],
  () => {
    if (route.hash !== `#${props.source.id}`) return
    open.value =
      tables.value.find(table => table.name === route.query.table && table.schema === route.query.schema) ?? open.value
    section.value?.scrollIntoView()
  },
  { immediate: true, flush: 'post' },
)

function again(): void {
  void ask()
  void list()
}

/* The reloaded table stays open. */
async function said(): Promise<void> {
  const name = open.value?.name
  await props.reload()
  await list()
  open.value = tables.value.find(table => table.name === name)
}

/** Unreadable parts of a table's files. */
const attention = (table: Table): string =>
  table.files && (table.files.rejectedRows > 0 || table.files.columns.some(column => column.mismatches > 0))
    ? 'Some cells could not be read'
    : ''

async function changed(): Promise<void> {
  changing.value = false
  await props.reload()
  again()
}
</script>

<template>
  <section ref="section" class="card-box mb-3" :aria-label="source.id">
    <div class="row-line">
      <h2 class="fs-6">{{ source.id }}</h2>
      <span class="pill">{{ source.title }}</span><span class="soft">{{ source.address }}</span
      ><span class="grow"></span>
      <BFormInput
        v-if="tables.length + functions.length > SEARCH_FROM || search"
        v-model="search"
        type="search"
        class="w-auto"
        placeholder="Search tables and columns"
        :aria-label="`Search in ${source.id}`" />
    </div>
    <p v-if="health.status === 'loading'" class="soft my-1">Connecting …</p>
    <p v-else-if="health.status === 'ready' && health.data.reachable" class="my-1">
      <span class="ok" aria-hidden="true">●</span> {{ health.data.message }}, {{ health.data.millis }} ms
    </p>
    <div v-else class="note bad my-1">
      {{ health.status === 'ready' ? health.data.message : health.failure.message }}
      <button class="as-link" @click="again">Retry</button>
    </div>
    <SourceProjects v-if="looksAfterAll" :source="source.id" />
    <p v-for="sentence in silent" :key="sentence" class="note bad my-1">{{ sentence }}</p>
    <div class="tables">
      <div
        v-for="table in matching.slice(0, MOST_SHOWN)"
        :key="`${table.schema}.${table.name}`"
        :class="{ wide: open === table }">
        <button class="as-link" :aria-expanded="open === table" @click="open = open === table ? undefined : table">
          {{ table.name }}
        </button>
        <span class="soft ms-1">{{
          table.view ? 'view' : sizeInWords(table.rows, source.columnTypes.length > 0)
        }}</span>
        <span v-if="attention(table)" class="attention" :title="attention(table)" aria-hidden="true"> ●</span
        ><span v-if="attention(table)" class="visually-hidden">{{ attention(table) }}</span>
        <p v-if="table.files?.unreadable" class="m-0">
          <span class="attention">{{ table.files.unreadable }}.</span>
          {{ ' ' }}
          <HeaderLineMark :source="source" :table="table.name" :files="table.files" @said="said" />
        </p>
        <TableDetail v-else-if="open === table" :source="source" :table="table" :search="search" @said="said" />
      </div>
      <FunctionLine
        v-for="each in matchingFunctions.slice(0, MOST_SHOWN)"
        :key="`${each.schema}.${each.name} ${each.arguments}`"
        :source="source"
        :found="each" />
    </div>
    <ServiceRequests v-if="source.kind === 'web'" :source="source" />
    <StatementHolders v-if="looksAfterAll" :source="source.id" />
    <FileDrop v-if="source.columnTypes.length && !isOfCopies" :source="source" @taken="again" />
    <SourceForm v-if="changing" class="my-2" :source="source" @done="changed" @cancel="changing = false" />
    <ObjectActions class="pt-2" :thing="{ kind: 'source', id: source.id, name: source.id }" :changed="reload">
      <button
        class="as-link soft"
        type="button"
        :aria-label="`Edit ${source.id}`"
        :aria-expanded="changing"
        @click="changing = !changing">
        Edit
      </button>
    </ObjectActions>
    <p v-if="matching.length > MOST_SHOWN" class="soft m-0 pt-1">
      {{ countInWords(matching.length - MOST_SHOWN) }} more; search for them.
    </p>
    <p v-else-if="search && matching.length + matchingFunctions.length === 0" class="soft m-0">No matches.</p>
  </section>
</template>

<style scoped>
.ok {
  color: var(--leaf);
}
.attention {
  color: var(--buoy);
}
.tables {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 4px 20px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
</style>
