<script setup lang="ts">
/* Reports a failed save, and lets the author resolve a conflict. */
import FailureNote from '../../../widgets/FailureNote.vue'
import type { Saving } from './useDraft'

defineProps<{ saving: Saving }>()
const emit = defineEmits<{ keepMine: []; takeTheirs: [] }>()
</script>

<template>
  <FailureNote v-if="saving.status === 'failed'" :failure="saving.failure">
    <template v-if="saving.failure.status === 409">
      <button class="as-link" @click="emit('keepMine')">Keep mine</button>{{ ' '
      }}<button class="as-link" @click="emit('takeTheirs')">Use theirs</button></template
    >
  </FailureNote>
</template>
