<script setup lang="ts">
import { ref } from 'vue'
import { RouterLink } from 'vue-router'
import { get } from '../../api/client'
import type { ReportCard } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import RemovedThings from '../../things/RemovedThings.vue'
import ThingActions from '../../things/ThingActions.vue'
import FailureNote from '../../widgets/FailureNote.vue'

const STANDING = { DRAFT: 'not given to viewers yet', CHANGED: 'changed since viewers got it', GIVEN: '' }
const { state, reload } = useLoaded(signal => get<ReportCard[]>('/reports', signal))
const removed = ref<InstanceType<typeof RemovedThings>>()
const again = async (): Promise<void> => {
  await Promise.all([reload(), removed.value?.reload()])
}
</script>

<template>
  <main class="page">
    <h1>Reports</h1>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <p v-else-if="state.status === 'loading'" class="soft">Loading …</p>
    <p v-else-if="state.data.length === 0">
      There are no reports yet. A report is made of a query: open one of your
      <RouterLink to="/queries">queries</RouterLink>, or begin with a <RouterLink to="/sources">source</RouterLink>.
    </p>
    <template v-else>
      <div v-for="report in state.data" :key="report.id" class="pair">
        <RouterLink
          :to="report.standing === 'DRAFT' ? `/reports/${report.id}/making` : `/reports/${report.id}`"
          class="card-box report">
          <h2>
            {{ report.name }} <span class="soft fw-normal">{{ report.audience }}</span>
            <span v-if="STANDING[report.standing]" class="pill standing">{{ STANDING[report.standing] }}</span>
          </h2>
          <div class="question">
            <template v-for="(part, i) in report.question" :key="i"
              ><b v-if="part.parameters.length">{{ part.text }}</b
              ><template v-else>{{ part.text }}</template></template
            >
          </div>
        </RouterLink>
        <ThingActions
          class="beside"
          :thing="{
            kind: 'report',
            id: report.id,
            name: report.name,
            audience: report.audience,
            version: report.version,
          }"
          :changed="again">
          <RouterLink :to="`/reports/${report.id}/making`" class="soft">Change</RouterLink>
          <RouterLink :to="`/reports/${report.id}/rehearsal`" class="soft">Rehearse</RouterLink>
        </ThingActions>
      </div>
    </template>
    <RemovedThings ref="removed" kind="report" :changed="reload" />
  </main>
</template>

<style scoped>
.pair {
  display: flex;
  gap: 16px;
  align-items: flex-start;
  margin-bottom: 12px;
}
.standing {
  font-size: 11.5px;
  font-weight: 400;
  margin-left: 6px;
}
.beside {
  width: 300px;
  padding-top: 10px;
}
.report {
  display: block;
  color: var(--ink);
  text-decoration: none;
  max-width: 860px;
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
</style>
