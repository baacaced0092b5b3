<script setup lang="ts">
/* The source of a query: a fixed one, or selected by a parameter. */
import { computed } from 'vue'
import type { SentenceOption, Query } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'

const props = defineProps<{ query: Query }>()
const emit = defineEmits<{ take: [parameter: string] }>()

const source = computed(() => props.query.source)
const words = computed(() =>
  source.value.sourceParameter ? `the source chosen by :${source.value.sourceParameter}` : props.query.sourceId,
)

const NONE: SentenceOption = {
  id: 'none',
  label: 'the source chosen by a parameter',
  note: '',
  reason: 'Needs a single-value name parameter with a list of sources.',
}
function offers(): Promise<SentenceOption[]> {
  const note = `one of ${source.value.sources.join(', ')}`
  const said = source.value.sourceParameters.map(by => ({
    id: by,
    label: `the source chosen by :${by}`,
    note,
    reason: '',
  }))
  const always = { id: '', label: `always ${props.query.sourceId}`, note: '', reason: '' }
  return Promise.resolve([always, ...(said.length ? said : [NONE])])
}
</script>

<template>
  <span class="pill" data-test="source"
    ><template v-if="source.sources.length < 2 && !source.sourceParameter">{{ query.sourceId }}</template
    ><OfferedMark v-else :text="words" about="which source is asked" :offers="offers" @take="emit('take', $event)" /> ·
    {{ query.sourceName }}</span
  >
</template>
