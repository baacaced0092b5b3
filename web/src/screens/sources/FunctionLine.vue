<script setup lang="ts">
/* A function that a query can start from, or a procedure, with the reason why it cannot. */
import type { Source, SourceFunction } from '../../api/types'
import { useStart } from './useStart'

const props = defineProps<{ source: Source; found: SourceFunction }>()
const { refused, start } = useStart(props.source)
</script>

<template>
  <div>
    <button
      class="as-link"
      :title="`Start a query with ${found.name}`"
      @click="start(found.kind, found.schema ?? '', found.name)">
      {{ found.name }}({{ found.arguments.map(argument => argument.split(' ')[0]).join(', ') }})
    </button>
    <span class="soft ms-1">{{ found.kind }}</span>
    <div v-if="refused" class="note" role="alert">{{ refused }}</div>
  </div>
</template>
