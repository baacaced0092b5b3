<script setup lang="ts">
/* The source of a query: a fixed one, or selected by a parameter. */
import { computed } from 'vue'
import type { SentenceOption, Query } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'

const props = defineProps<{ query: Query }>()
const emit = defineEmits<{ take: [parameter: string] }>()

const words = computed(() =>
  props.query.sourceParameter ? `the source chosen by :${props.query.sourceParameter}` : props.query.source,
)

const NONE: SentenceOption = {
  id: 'none',
  label: 'the source chosen by a parameter',
  note: '',
  reason: 'Needs a single-value name parameter with a list of sources.',
}
function offers(): Promise<SentenceOption[]> {
  const note = `one of ${props.query.options.sources.join(', ')}`
  const said = props.query.options.sourceParameters.map(by => ({
    id: by,
    label: `the source chosen by :${by}`,
    note,
    reason: '',
  }))
  const always = { id: '', label: `always ${props.query.source}`, note: '', reason: '' }
  return Promise.resolve([always, ...(said.length ? said : [NONE])])
}
</script>

<template>
  <span class="pill" data-test="source"
    ><template v-if="query.options.sources.length < 2 && !query.sourceParameter">{{ query.source }}</template
    ><OfferedMark v-else :text="words" about="which source is asked" :offers="offers" @take="emit('take', $event)" /> ·
    {{ query.sourceName }}</span
  >
</template>
