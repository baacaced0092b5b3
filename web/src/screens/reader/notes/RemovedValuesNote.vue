<script setup lang="ts">
/* Reports selected values that were removed because they no longer fit another choice. */
import type { Report } from '../../../api/types'

const props = defineProps<{ report: Report; dropped: { name: string; values: string[] }[] }>()
const MOST = 3
const label = (name: string) => props.report.parameters.find(parameter => parameter.name === name)?.label ?? name
const named = (values: string[]) =>
  values
    .slice(0, MOST)
    .map(value => `“${value}”`)
    .join(', ') + (values.length > MOST ? ` and ${values.length - MOST} more` : '')
</script>

<template>
  <div v-for="one in dropped" :key="one.name" class="note mx-4 mb-2" role="status">
    {{ label(one.name) }}: {{ named(one.values) }} {{ one.values.length === 1 ? 'does' : 'do' }} not match the other
    choices and {{ one.values.length === 1 ? 'was' : 'were' }} removed. Back restores them back.
  </div>
</template>
