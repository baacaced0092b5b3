<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { SentStatement } from '../../api/types'
import { useEvidence } from '../../composables/useEvidence'
import { millisInWords } from '../../formats'
import CopySql from '../../query/CopySql.vue'
import StatementText from '../../query/StatementText.vue'
import PlacementList from '../../query/PlacementList.vue'

const props = defineProps<{ line: SentStatement }>()
const { proof, measure } = useEvidence(() =>
  props.line.outcome === 'done' && props.line.cause !== 'evidence' ? props.line.id : undefined,
)
</script>

<template>
  <div class="both">
    <div>
      <StatementText :text="line.text" :values="line.values" />
      <div v-if="line.problem" class="note bad mt-2">{{ line.problem }}</div>
      <div class="row-line pt-2">
        <CopySql :sent-id="line.id" /><RouterLink v-if="line.queryId" :to="`/queries/${line.queryId}`"
          >Open its query</RouterLink
        ><RouterLink v-if="line.reportId" :to="`/reports/${line.reportId}`">Open its report</RouterLink>
        <span class="soft small"
          >first row after {{ millisInWords(line.databaseMs) }}, last after {{ millisInWords(line.totalMs) }}</span
        >
      </div>
    </div>
    <div v-if="proof">
      <h2 class="pb-1">Where each choice ran</h2>
      <PlacementList :proof="proof" :done="line" @measure="measure" />
    </div>
  </div>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 420px);
  gap: 10px 24px;
}
</style>
