<script setup lang="ts">
/* A query's row limit falsifies figures or charts of the report; one click moves it to the table. */
defineProps<{ message: string; fix: string; busy: boolean }>()
const emit = defineEmits<{ move: [] }>()
</script>

<template>
  <p class="note mx-4 mb-2" role="status" data-test="row-limit">
    {{ message }}
    <button v-if="fix" class="as-link" :disabled="busy" @click="emit('move')">{{ fix }}</button>
    <template v-else>Change the query so that a table has the limit.</template>
  </p>
</template>
