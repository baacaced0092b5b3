<script setup lang="ts">
/* The column types of files, one sentence each with editable words. */
import { computed } from 'vue'
import type { DetectedColumn, FileDetails, Source, Table } from '../../api/types'
import { countInWords } from '../../formats'
import OfferedMark from '../../sentence/OfferedMark.vue'
import HeaderLineMark from './HeaderLineMark.vue'
import { useOverrides } from './useOverrides'

const props = defineProps<{ source: Source; table: Table; files: FileDetails; search: string }>()
const emit = defineEmits<{ said: [] }>()

const MOST_NAMED = 3
const { wrong, say, offers } = useOverrides(
  () => props.source,
  props.table.name,
  () => emit('said'),
)
const columns = computed(() =>
  props.table.columns.map(column => ({
    ...column,
    cells: props.files.columns.find(found => found.name === column.name),
  })),
)
const isHit = (name: string): boolean => props.search !== '' && name.toLowerCase().includes(props.search.toLowerCase())
const named = computed(() => {
  const more = props.files.files.length - MOST_NAMED
  return props.files.files.slice(0, MOST_NAMED).join(', ') + (more > 0 ? ` and ${countInWords(more)} more` : '')
})

const noted = (column: DetectedColumn) => (words: string) =>
  words === column.type ? 'as it is' : words === column.nearlyType ? 'most of its cells' : ''

const examples = (column: DetectedColumn): string => column.examples.map(example => `“${example}”`).join(', ')
</script>

<template>
  <div>
    <p class="soft m-0 pb-1">
      From {{ named }}.
      <HeaderLineMark :source="source" :table="table.name" :files="files" @said="$emit('said')" />
    </p>
    <p v-if="wrong" class="note bad" role="alert">{{ wrong }}</p>
    <ul class="columns">
      <li v-for="{ name, type, cells } in columns" :key="name">
        <span class="mono" :class="{ hit: isHit(name) }">{{ name }}</span>{{ ' '
        }}<span v-if="!cells" class="soft">{{
          files.columns.length ? 'the name of the file' : type.toLowerCase()
        }}</span>
        <template v-else>
          is
          <OfferedMark
            :text="cells.type"
            :about="`what ${name} is taken for`"
            :offers="() => offers(name, source.columnTypes, noted(cells))"
            @take="say(name, $event)" />
          <span v-if="cells.mismatches > 0" class="attention"
            >; {{ countInWords(cells.mismatches) }} of {{ countInWords(cells.nonBlank) }} cells do not match and have no
            value: {{ examples(cells) }}</span
          >
          <span v-else-if="cells.nearlyType" class="soft"
            >; would be {{ cells.nearlyType }} but for {{ examples(cells) }}</span
          >
        </template>
      </li>
    </ul>
    <p v-if="files.rejectedRows > 0" class="attention m-0 pt-1">
      {{ countInWords(files.rejectedRows) }} {{ files.rejectedRows === 1 ? 'row' : 'rows' }} could not be read.
    </p>
    <p v-for="note in files.notes" :key="note" class="m-0 pt-1" :class="files.rejectedRows > 0 ? 'attention' : 'soft'">
      {{ note }}
    </p>
  </div>
</template>

<style scoped>
.columns {
  list-style: none;
  margin: 0;
  padding: 0;
  line-height: 1.9;
}
.attention {
  color: var(--buoy);
}
.hit {
  background: var(--wash);
}
</style>
