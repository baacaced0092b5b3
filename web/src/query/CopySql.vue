<script setup lang="ts">
/* Copies a statement as text that runs in any client of its database. */
import { ref } from 'vue'
import { project } from '../api/client'
import { asFailure } from '../api/failure'
import { copyText } from '../clipboard'

const props = defineProps<{ sentId: number }>()
const said = ref('Copy as text')

async function copy(): Promise<void> {
  try {
    const { text } = await project.get('/sent/{id}/text', { params: { path: { id: props.sentId } } })
    await copyText(text)
    said.value = 'Copied'
  } catch (error) {
    said.value = `Not copied: ${asFailure(error).message}`
  }
  setTimeout(() => (said.value = 'Copy as text'), 1500)
}
</script>

<template>
  <button class="as-link small" title="With its values inserted, to run in any client" @click="copy">
    {{ said }}
  </button>
</template>
