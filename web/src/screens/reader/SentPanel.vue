<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { Answer } from '../../api/runs'
import { countInWords, rowsInWords } from '../../formats'
import StatementText from '../../query/StatementText.vue'

defineProps<{ answer: Answer }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <section class="panel" aria-label="What was sent">
    <div class="row-line pb-1">
      <h2>Sent</h2><span class="soft">the statement the database received for the table</span><span class="grow"></span>
      <RouterLink to="/sent">All statements</RouterLink><button class="as-link" @click="$emit('close')">Close</button>
    </div>
    <StatementText :text="answer.begun.text" :values="answer.begun.values" />
    <div class="soft pt-1">{{ rowsInWords(answer.done.fetched) }} left the database, {{ countInWords(answer.done.shown) }} are shown.</div>
  </section>
</template>

<style scoped>
.panel { border-top: 3px double var(--line); background: #fffdf6; padding: 10px 26px; max-height: 45vh; overflow: auto; flex: none; }
</style>
