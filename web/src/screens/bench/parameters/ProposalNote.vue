<script setup lang="ts">
/* Explains a new parameter, and adds a list from the column in one step. */
import { computed } from 'vue'
import type { Proposal } from '../../../api/types'
import type { UsedParameters } from '../../../parameters/useParameters'
import { useSentence } from '../../../parameters/useSentence'

const props = defineProps<{ proposal: Proposal; parameters: UsedParameters }>()
const emit = defineEmits<{ changed: []; close: [] }>()

const parameter = computed(() => props.parameters.find(props.proposal.definition.name))
const offersList = computed(
  () =>
    props.proposal.column.column !== '' &&
    parameter.value?.list.kind === 'any' &&
    ['text', 'integer', 'name'].includes(parameter.value.type),
)

const saying = useSentence(
  () => props.proposal.definition.name,
  props.parameters,
  () => emit('changed'),
)
function takeList(): void {
  const { source, table, column } = props.proposal.column
  void saying.take('list', `${source}.${table}.${column}`)
}
</script>

<template>
  <div class="note small m-2" role="status">
    {{ proposal.reason }}
    <button v-if="offersList" class="as-link" @click="takeList">
      List its values from {{ proposal.column.table }}.{{ proposal.column.column }}
    </button>
    <button class="as-link soft ms-1" aria-label="Close the note" @click="emit('close')">×</button>
  </div>
</template>
