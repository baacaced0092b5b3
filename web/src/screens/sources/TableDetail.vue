<script setup lang="ts">
/* One table: its columns with types and keys, its indexes, and its first rows. */
import { computed } from 'vue'
import { project } from '../../api/client'
import type { Cell, FileDetails, Source, Table } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import RowTable from '../../views/rows/RowTable.vue'
import FileColumns from './FileColumns.vue'
import { useStart } from './useStart'

const props = defineProps<{ source: Source; table: Table; search: string }>()
defineEmits<{ said: [] }>()
/* Tables of a database have no files. */
const files = props.table.files as FileDetails | null
const { state: look } = useLoaded(signal =>
  project.post('/sources/{id}/previews', {
    params: { path: { id: props.source.id } },
    body: { schema: props.table.schema ?? '', table: props.table.name },
    signal,
  }),
)
const { refused, start } = useStart(props.source)
const keys = computed(() => new Set(props.table.indexes.filter(index => index.primary).flatMap(index => index.columns)))
const nullable = computed(() => new Set(props.table.nullable))
const isHit = (name: string): boolean => props.search !== '' && name.toLowerCase().includes(props.search.toLowerCase())
</script>

<template>
  <div class="detail">
    <div>
      <div class="row-line pb-1">
        <button class="as-link strong" @click="start('table', table.schema ?? '', table.name)">
          Start a query on it
        </button>
      </div>
      <div v-if="refused" class="note bad" role="alert">{{ refused }}</div>
      <FileColumns v-if="files" :source="source" :table="table" :files="files" :search="search" @said="$emit('said')" />
      <ul v-else class="plain-list">
        <li v-for="column in table.columns" :key="column.name">
          <span class="mono" :class="{ match: isHit(column.name) }">{{ column.name }}</span>
          <span class="soft"
            >{{ column.type.toLowerCase()
            }}{{ keys.has(column.name) ? ', key' : nullable.has(column.name) ? '' : ', never empty' }}</span
          >
        </li>
      </ul>
      <template v-if="table.indexes.length"
        ><div class="soft pt-1">Indexes</div>
        <ul class="plain-list">
          <li v-for="index in table.indexes" :key="index.name">
            <span class="mono">{{ index.name }}</span>{{ ' '
            }}<span class="soft">({{ index.columns.join(', ') }}){{ index.unique ? ' unique' : '' }}</span>
          </li>
        </ul></template
      >
      <p v-else-if="!table.view && !files" class="soft m-0 pt-1">No indexes.</p>
    </div>
    <div class="first">
      <p v-if="look.status === 'loading'" class="soft m-0" role="status">Fetching the first rows …</p>
      <FailureNote v-else-if="look.status === 'failed'" :failure="look.failure" />
      <RowTable v-else class="rows" :columns="look.data.columns" :rows="look.data.rows as Cell[][]" />
    </div>
  </div>
</template>

<style scoped>
.detail {
  display: grid;
  grid-template-columns: minmax(240px, 320px) minmax(0, 1fr);
  gap: 6px 22px;
  border-left: 2px solid var(--rule);
  padding: 4px 0 8px 12px;
}
.plain-list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.strong {
  font-weight: 600;
}
.match {
  background: var(--wash);
}
.rows {
  max-height: 320px;
}
.first {
  min-width: 0;
}
</style>
