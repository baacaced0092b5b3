<script setup lang="ts">
/* A report in the list: its question, how it is, and when it was last run. */
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { useMe } from '../../api/me'
import type { ReportCard } from '../../api/types'
import ObjectActions from '../../objects/ObjectActions.vue'
import { agoInWords } from './timeAgo'

const props = defineProps<{ report: ReportCard; marked: boolean; changed: () => Promise<void> }>()
const emit = defineEmits<{ mark: [] }>()

const { isAuthor } = useMe()
const STANDING = { draft: 'not published yet', changed: 'changed since publishing', published: '' }
const OUTCOME: Record<string, string> = { failed: ', and it failed', stopped: ', and was stopped' }
const lastRun = computed(() =>
  props.report.lastRun
    ? `last run ${agoInWords(props.report.lastRun, Date.now())}${OUTCOME[props.report.lastOutcome ?? ''] ?? ''}`
    : 'Not opened yet',
)
</script>

<template>
  <div class="report-row">
    <button
      type="button"
      class="as-link mark"
      :aria-pressed="marked"
      :aria-label="`Add ${report.name} to favorites`"
      :title="marked ? 'Favorite' : 'Add to favorites'"
      @click="emit('mark')">
      {{ marked ? '★' : '☆' }}
    </button>
    <RouterLink
      :to="report.status === 'draft' ? `/reports/${report.id}/edit` : `/reports/${report.id}`"
      class="card-box report">
      <h2>
        {{ report.name }}
        <span v-if="STANDING[report.status]" class="pill status">{{ STANDING[report.status] }}</span>
      </h2>
      <div class="question">
        <template v-for="(part, i) in report.question" :key="i"
          ><b v-if="part.parameters.length">{{ part.text }}</b
          ><template v-else>{{ part.text }}</template></template
        >
      </div>
    </RouterLink>
    <div class="beside">
      <ObjectActions
        v-if="isAuthor"
        :thing="{
          kind: 'report',
          id: report.id,
          name: report.name,
          audience: report.audience,
          version: report.version,
        }"
        :changed="changed">
        <RouterLink :to="`/reports/${report.id}/edit`" class="soft">Edit</RouterLink>
        <RouterLink :to="`/reports/${report.id}/rehearsal`" class="soft">Rehearse</RouterLink>
      </ObjectActions>
      <div class="soft small" data-test="last-run">{{ lastRun }}</div>
    </div>
  </div>
</template>

<style scoped>
.report-row {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  margin-bottom: 10px;
}
.mark {
  font-size: 17px;
  line-height: 1;
  padding-top: 11px;
  color: var(--amber);
}
.status {
  font-size: 11.5px;
  font-weight: 400;
  margin-left: 6px;
}
.beside {
  width: 330px;
  padding-top: 10px;
}
.report {
  display: block;
  color: var(--ink);
  text-decoration: none;
  max-width: 820px;
  flex: 1;
}
.report:hover {
  border-color: var(--sea);
}
.report h2 {
  font-size: 15px;
  margin-bottom: 4px;
}
.question {
  font-size: 15px;
  color: var(--ink);
}
.question b {
  border-bottom: 1.5px solid var(--sea);
}
@media (max-width: 900px) {
  .report-row {
    flex-wrap: wrap;
  }
  .report {
    flex: 1 1 80%;
  }
}
</style>
