<script setup lang="ts">
/* Where in its file the names of the columns of a table are, which can be stated. */
import { computed } from 'vue'
import type { FileDetails, Source } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'
import { NAMES, useOverrides } from './useOverrides'

const props = defineProps<{ source: Source; table: string; files: FileDetails }>()
const emit = defineEmits<{ said: [] }>()

const { wrong, say, offers } = useOverrides(
  () => props.source,
  props.table,
  () => emit('said'),
)
/* If each value has its own name, there is no header line. */
const line = computed(() => props.files.headerLine || props.source.tableOverrides[props.table]?.[NAMES] || '')
const lines = () =>
  offers(NAMES, props.source.headerLines, words => (words === line.value && !props.files.unreadable ? 'as it is' : ''))
</script>

<template>
  <template v-if="line"
    >Column names are in
    <span class="together"
      ><OfferedMark
        :text="line"
        about="where the names of the columns are"
        typed
        :offers="lines"
        @take="say(NAMES, $event)" />.</span
    >
    <span v-if="wrong" class="note bad" role="alert">{{ wrong }}</span></template
  >
</template>

<style scoped>
.together {
  white-space: nowrap;
}
</style>
