<script setup lang="ts">
/* The result of converting steps to SQL or back. */
defineProps<{ told: string; refused: boolean }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <div v-if="told" class="note small mx-3 mb-2" :class="{ bad: refused }" role="status" data-test="conversion-note">
    {{ told }} <button type="button" class="as-link" @click="emit('close')">Close</button>
  </div>
</template>
