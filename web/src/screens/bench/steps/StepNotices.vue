<script setup lang="ts">
/* Problems of the steps as a whole, and notices of their statement. */
import { computed } from 'vue'
import type { Problem, QueryCheck } from '../../../api/types'

const props = defineProps<{ check: QueryCheck; runProblems: Problem[] }>()
const emit = defineEmits<{ mend: [name: string, mark: string, taken: string] }>()

/* Errors in the words of a step are shown at the step; this list has those of the database and the parameters. */
const problems = computed(() => [
  ...props.check.problems.filter(problem => problem.kind === 'no-steps'),
  ...props.runProblems.filter(problem => problem.line > 0),
])
/* The first line is the heading. */
const where = (line: number): string => (line > 1 ? `Step ${line - 1}: ` : '')
</script>

<template>
  <ul v-if="check.notices.length > 0" class="notices" aria-label="Notices">
    <li
      v-for="notice in check.notices"
      :key="notice.kind + notice.start + notice.message"
      class="note small"
      :class="{ bad: notice.blocking }"
      :data-notice="notice.kind">
      <b>{{ where(notice.line) }}</b>{{ notice.message }} {{ notice.advice }}
      <button
        v-for="fix in notice.fixes"
        :key="fix.label"
        class="as-link fix"
        @click="emit('mend', notice.parameter, fix.mark, fix.option)">
        {{ fix.label }}
      </button>
    </li>
  </ul>
  <div v-for="problem in problems" :key="problem.start + problem.message" class="note bad small m-2" role="alert">
    <b>{{ where(problem.line) }}</b>{{ problem.message }} {{ problem.advice }}
  </div>
</template>

<style scoped>
.notices {
  list-style: none;
  margin: 0;
  padding: 8px;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.fix {
  margin-right: 8px;
}
</style>
