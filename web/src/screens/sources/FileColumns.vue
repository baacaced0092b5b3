<script setup lang="ts">
/* What the columns of files are taken for, a sentence each, of which the words can be changed. */
import { computed, ref } from 'vue'
import { asFailure, put } from '../../api/client'
import type { FoundColumn, MarkOffer, OfFiles, Source, Table } from '../../api/types'
import { countInWords } from '../../formats'
import OfferedMark from '../../sentence/OfferedMark.vue'

const props = defineProps<{ source: Source; table: Table; files: OfFiles; search: string }>()
const emit = defineEmits<{ said: [] }>()

const NOT_SAID = ''
/** Stands for the line of the names where columns stand by their names. */
const NAMES = ''
const BACK = { id: NOT_SAID, words: 'what is found by itself', note: 'take your word back', reason: '' }
const MOST_NAMED = 3
const wrong = ref('')
const said = computed(() => props.source.said[props.table.name] ?? {})
const columns = computed(() =>
  props.table.columns.map(column => ({
    ...column,
    cells: props.files.columns.find(found => found.name === column.name),
  })),
)
const canSayLine = computed(() => props.files.names !== '' || said.value[NAMES] !== undefined)
const isHit = (name: string): boolean => props.search !== '' && name.toLowerCase().includes(props.search.toLowerCase())
const named = computed(() => {
  const more = props.files.files.length - MOST_NAMED
  return props.files.files.slice(0, MOST_NAMED).join(', ') + (more > 0 ? ` and ${countInWords(more)} more` : '')
})

function offers(column: FoundColumn): Promise<MarkOffer[]> {
  const forms = props.source.forms.map(form => ({
    id: form,
    words: form,
    note: form === column.form ? 'as it is' : form === column.almost ? 'most of its cells' : '',
    reason: '',
  }))
  return Promise.resolve(said.value[column.name] ? [{ ...BACK }, ...forms] : forms)
}

async function say(column: string, form: string): Promise<void> {
  wrong.value = ''
  try {
    await put(`/sources/${encodeURIComponent(props.source.id)}/said`, { table: props.table.name, column, form })
    emit('said')
  } catch (error) {
    const failure = asFailure(error)
    wrong.value = `${failure.message} ${failure.advice}`
  }
}

function lines(): Promise<MarkOffer[]> {
  const all = props.source.lines.map(line => ({
    id: line,
    words: line,
    note: line === props.files.names ? 'as it is' : '',
    reason: '',
  }))
  const isSaid = said.value[NAMES] !== undefined
  return Promise.resolve(isSaid ? [{ ...BACK }, ...all] : all)
}

const examples = (column: FoundColumn): string => column.examples.map(example => `“${example}”`).join(', ')
</script>

<template>
  <div>
    <p class="soft m-0 pb-1">
      From {{ named
      }}<template v-if="canSayLine"
        >; the names of its columns are in
        <OfferedMark
          :text="files.names || said[NAMES] || 'some line'"
          about="where the names of the columns are"
          :offers="lines"
          @take="say(NAMES, $event)" /></template
      >.
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
            :text="cells.form"
            :about="`what ${name} is taken for`"
            :offers="() => offers(cells)"
            @take="say(name, $event)" />
          <span v-if="cells.misfits > 0" class="attention"
            >; {{ countInWords(cells.misfits) }} of {{ countInWords(cells.filled) }} cells are not, and have no value:
            {{ examples(cells) }}</span
          >
          <span v-else-if="cells.almost" class="soft">; would be {{ cells.almost }} but for {{ examples(cells) }}</span>
        </template>
      </li>
    </ul>
    <p v-if="files.lost > 0" class="attention m-0 pt-1">
      {{ countInWords(files.lost) }} {{ files.lost === 1 ? 'row' : 'rows' }} could not be read.
    </p>
    <p v-for="note in files.notes" :key="note" class="m-0 pt-1" :class="files.lost > 0 ? 'attention' : 'soft'">
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
