<script setup lang="ts">
/* Copies the displayed rows as spreadsheet cells. */
import { ref } from 'vue'
import type { Cell, Column } from '../../api/types'
import { copyText } from '../../clipboard'
import { rowsInWords } from '../../formats'
import { asCells } from './clipboardTable'

const props = defineProps<{ columns: Column[]; rows: Cell[][]; labels: Record<string, string> }>()
const USUAL = 'Copy table'
const said = ref(USUAL)

async function copy(): Promise<void> {
  const heads = props.columns.map(column => props.labels[column.name] ?? column.name)
  try {
    await copyText(asCells(heads, props.rows))
    said.value = `Copied ${rowsInWords(props.rows.length)}`
  } catch (error) {
    said.value = `Not copied: ${error instanceof Error ? error.message : String(error)}`
  }
  setTimeout(() => (said.value = USUAL), 2000)
}
</script>

<template>
  <button type="button" class="as-link small" title="The loaded rows, for a spreadsheet" @click="copy">
    {{ said }}
  </button>
</template>
