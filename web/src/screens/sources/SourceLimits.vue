<script setup lang="ts">
/* The limits of a source's statements: concurrency, timeout, additionally permitted functions, and runs without a command. */
import { BFormCheckbox, BFormInput } from 'bootstrap-vue-next'

defineProps<{ onServer: boolean }>()
const concurrentStatements = defineModel<number | string>('concurrentStatements', { required: true })
const timeoutSeconds = defineModel<number | string>('timeoutSeconds', { required: true })
const functions = defineModel<string>('functions', { required: true })
const runOnOpening = defineModel<boolean>('runOnOpening', { required: true })
</script>

<template>
  <div class="row-line">
    Run at most
    <BFormInput
      v-model="concurrentStatements"
      class="number"
      inputmode="numeric"
      aria-label="Concurrent statements"
      required />
    concurrent statements, each for at most
    <BFormInput
      v-model="timeoutSeconds"
      class="number"
      type="number"
      min="0"
      placeholder="usual"
      aria-label="Seconds" />
    seconds.
    <BFormCheckbox v-model="runOnOpening" class="functions">Run a query when an author opens it</BFormCheckbox>
    <label v-if="onServer" class="functions"
      >Also allow these functions, which are not proven to be read-only
      <BFormInput v-model="functions" placeholder="none, or names such as harbour.tide, nextval" autocomplete="off"
    /></label>
  </div>
</template>

<style scoped>
.number {
  width: 5.5em;
}
.functions {
  flex-basis: 100%;
}
</style>
