<script setup lang="ts">
/* Every parameter of a report with the values that viewers will choose sooner or later, tried against the draft. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { project } from '../../api/client'
import type { RehearsalCase } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import { countInWords, millisInWords } from '../../formats'
import { useRehearsal } from './useRehearsal'

const props = defineProps<{ id: string }>()
const { state: report } = useLoaded(signal =>
  project.get('/reports/{id}', { params: { path: { id: props.id } }, signal }),
)
const { state, failed, asked, start, stop, resume } = useRehearsal(props.id)

const VERDICTS: Record<string, string> = {
  passed: 'passed',
  refused: 'refused, as expected',
  failed: 'failed',
  slow: 'slow',
}
const onlyBad = ref(false)
const name = computed(() => (report.value.status === 'ready' ? report.value.data.name : props.id))
const isBad = (line: RehearsalCase): boolean => line.verdict === 'failed' || line.verdict === 'slow'
const bad = computed(() => (state.value?.cases ?? []).filter(isBad))
const lines = computed(() => {
  const all = onlyBad.value ? bad.value : (state.value?.cases ?? [])
  return [...all].sort((a, b) => Number(isBad(b)) - Number(isBad(a)))
})
</script>

<template>
  <main class="page rehearsal">
    <div class="row-line pb-1">
      <h1>Rehearsal of {{ name }}</h1>
      <span class="soft">edge cases, run on the draft as viewers would send them</span><span class="grow"></span>
      <RouterLink :to="`/reports/${id}`">Open the report</RouterLink>
      <BButton v-if="state?.state === 'running'" variant="outline-primary" @click="stop">Stop</BButton>
      <template v-else
        ><BButton v-if="state?.state === 'stopped'" variant="outline-primary" @click="resume">Go on</BButton>
        <BButton variant="primary" :disabled="!asked" @click="start">{{
          state ? 'Rehearse again' : 'Rehearse'
        }}</BButton></template
      >
    </div>
    <FailureNote v-if="failed" :failure="failed" />
    <p v-if="asked && !state && !failed" class="soft">
      Not rehearsed yet. Every parameter is tried blank, with one, several and all values, the minimum and maximum, an
      unlisted value, quotes, wildcards, other scripts, 10,000 values, open and reversed ranges, and pairs of blanks.
    </p>
    <template v-if="state">
      <div class="row-line pb-1" role="status">
        <progress :value="state.completed" :max="state.total" aria-label="Cases run"></progress>
        <span data-test="progress"
          >{{ countInWords(state.completed) }} of {{ countInWords(state.total) }} cases{{
            state.state === 'stopped' ? ', stopped' : ''
          }}</span
        >
        <span :class="{ attention: bad.length }" data-test="failed-runs">{{
          bad.length ? `${countInWords(bad.length)} to look at` : state.state === 'done' ? 'passed' : ''
        }}</span>
        <label v-if="bad.length" class="soft"
          ><input v-model="onlyBad" type="checkbox" class="form-check-input" /> only these</label
        >
      </div>
      <ul v-if="state.findings.length" class="findings" aria-label="Findings">
        <li
          v-for="finding in state.findings"
          :key="finding.kind + finding.message + finding.line"
          class="note"
          :data-finding="finding.kind">
          {{ finding.message }}
          <RouterLink v-if="finding.queryId" :to="`/queries/${finding.queryId}`">{{
            finding.line ? `Line ${finding.line} of ${finding.queryId}` : `Open ${finding.queryId}`
          }}</RouterLink>
        </li>
      </ul>
      <div class="scroll">
        <table class="plain">
          <thead>
            <tr>
              <th>Case</th>
              <th>Choices</th>
              <th>View</th>
              <th class="num">Rows</th>
              <th class="num">Time</th>
              <th>Where it ran</th>
              <th>Verdict</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(line, i) in lines" :key="i" :data-verdict="line.verdict">
              <td>{{ line.name }}</td>
              <td class="wrap mono">{{ line.choices }}</td>
              <td>{{ line.view }}</td>
              <td class="num">
                {{
                  line.verdict === 'passed' || line.verdict === 'slow'
                    ? countInWords(line.rows) + (line.more ? '+' : '')
                    : ''
                }}
              </td>
              <td class="num">{{ line.millis ? millisInWords(line.millis) : '' }}</td>
              <td class="soft wrap">{{ line.placements }}</td>
              <td class="wrap">
                <span :class="{ attention: isBad(line) }">{{ VERDICTS[line.verdict] }}</span>
                <div v-if="line.explanation" class="soft">
                  {{ line.explanation }}
                  <RouterLink v-if="isBad(line) && line.queryId" :to="`/queries/${line.queryId}`">{{
                    line.line ? `Line ${line.line}` : 'Open the query'
                  }}</RouterLink>
                </div>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </main>
</template>

<style scoped>
.rehearsal {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
  overflow-y: auto;
}
.scroll {
  overflow: auto;
  border-top: 1px solid var(--line);
  min-height: 260px;
}
.wrap {
  white-space: normal !important;
  overflow-wrap: anywhere;
  max-width: 320px;
}
.findings {
  list-style: none;
  padding: 0;
  margin: 0 0 8px;
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.attention {
  color: var(--buoy);
  font-weight: 700;
}
progress {
  accent-color: var(--sea);
}
</style>
