<script setup lang="ts">
/* Row limits of queries falsify figures and charts of the report; one click moves a limit to the table. */
import type { EditedReport } from '../../api/types'

defineProps<{ limits: EditedReport['limits']; busy: boolean }>()
const emit = defineEmits<{ move: [query: string] }>()
</script>

<template>
  <p v-for="limit in limits" :key="limit.queryId" class="note mx-4 mb-2" role="status" data-test="row-limit">
    {{ limit.message }}
    <button v-if="limit.fix" class="as-link" :disabled="busy" @click="emit('move', limit.queryId)">
      {{ limit.fix }}
    </button>
    <template v-else>Move the limit from the query to a table.</template>
  </p>
</template>
