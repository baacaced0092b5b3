<script setup lang="ts">
/* Notices of a query, equal ones grouped, with a link to each position and the safe rewrite. */
import { computed } from 'vue'
import type { Notice, NoticeFix } from '../../../api/types'
import { countInWords } from '../../../formats'
import { nextPlace, putTogether } from '../../../query/similarity'

const props = defineProps<{ notices: Notice[]; cursor: () => number }>()
const emit = defineEmits<{ goTo: [at: number]; fix: [parameter: string, fix: NoticeFix] }>()

const together = computed(() => putTogether(props.notices))
</script>

<template>
  <ul class="notices" aria-label="Notices">
    <li
      v-for="{ first: notice, all } in together"
      :key="notice.kind + notice.start + notice.message"
      class="note"
      :class="{ bad: notice.blocking }"
      :data-notice="notice.kind">
      <button v-if="notice.line" class="as-link" @click="emit('goTo', notice.start)">
        <b>Line {{ notice.line }}</b>
      </button>
      {{ notice.message }} {{ notice.advice }}
      <button
        v-if="all.length > 1"
        class="as-link"
        title="Go to the next"
        @click="emit('goTo', nextPlace({ first: notice, all }, cursor()))">
        And {{ countInWords(all.length - 1) }} more places like it.
      </button>
      <button
        v-for="fix in notice.fixes"
        :key="fix.label"
        class="as-link fix"
        @click="emit('fix', notice.parameter, fix)">
        {{ fix.label }}
      </button>
    </li>
  </ul>
</template>

<style scoped>
.notices {
  list-style: none;
  margin: 0;
  padding: 8px;
  display: flex;
  flex-direction: column;
  gap: 6px;
  border-top: 1px solid var(--line);
}
.fix {
  font-weight: 600;
  margin: 0 4px;
}
</style>
