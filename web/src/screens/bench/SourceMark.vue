<script setup lang="ts">
/* Which source a query asks: always the same one, or the one that a parameter says. */
import { computed } from 'vue'
import type { MarkOption, Query } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'

const props = defineProps<{ query: Query }>()
const emit = defineEmits<{ take: [parameter: string] }>()

const source = computed(() => props.query.source)
const words = computed(() => (source.value.by ? `the source chosen by :${source.value.by}` : props.query.sourceId))

const NONE: MarkOption = {
  id: 'none',
  words: 'the source chosen by a parameter',
  note: '',
  reason: 'Needs a single-value name parameter with a list of sources.',
}
function offers(): Promise<MarkOption[]> {
  const note = `one of ${source.value.sources.join(', ')}`
  const said = source.value.offered.map(by => ({ id: by, words: `the source chosen by :${by}`, note, reason: '' }))
  const always = { id: '', words: `always ${props.query.sourceId}`, note: '', reason: '' }
  return Promise.resolve([always, ...(said.length ? said : [NONE])])
}
</script>

<template>
  <span class="pill" data-test="source"
    ><template v-if="source.sources.length < 2 && !source.by">{{ query.sourceId }}</template
    ><OfferedMark v-else :text="words" about="which source is asked" :offers="offers" @take="emit('take', $event)" /> ·
    {{ query.sourceName }}</span
  >
</template>
