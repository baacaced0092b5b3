<script setup lang="ts">
/* Downloads all rows as a file: ordered, streamed by the browser's own download, with its progress. */
import { BButton, BFormCheckbox, BFormRadioGroup } from 'bootstrap-vue-next'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { project } from '../api/client'
import { type Failure, asFailure } from '../api/failure'
import { openLink } from '../api/openLink'
import { addressOf } from '../api/address'
import { newRunId, stop as stopAtDatabase } from '../api/runs'
import type { Choices, ColumnFilter, DownloadProgress, Report, View } from '../api/types'
import type { Sorted } from './useViewRun'
import FailureNote from '../widgets/FailureNote.vue'
import { rowsInWords } from '../formats'

const props = defineProps<{
  report: Report
  view: View
  choices: Choices
  filters: ColumnFilter[]
  signed: string
  /** As the table is sorted; as its query has it where that is nothing. */
  sorted?: Sorted
}>()
defineEmits<{ close: [] }>()

const FORMATS = [
  { value: 'csv', text: 'CSV' },
  { value: 'xlsx', text: 'XLSX' },
  { value: 'parquet', text: 'Parquet' },
  { value: 'json', text: 'JSON' },
]
const LOOK_EVERY = 400
const UNDER_WAY = ['ordered', 'waiting', 'running']
const format = ref<'csv' | 'xlsx' | 'json' | 'parquet'>('csv')
const above = ref(true)
const exact = ref(false)
const progress = shallowRef<DownloadProgress>()
const failure = shallowRef<Failure>()
let runId = ''
let timer: ReturnType<typeof setTimeout> | undefined

async function fetchFile(): Promise<void> {
  clearTimeout(timer)
  failure.value = undefined
  runId = newRunId()
  try {
    await project.post('/reports/{id}/views/{viewId}/downloads', {
      params: { path: { id: props.report.id, viewId: props.view.id } },
      body: {
        runId,
        choices: props.choices,
        linkToken: props.signed,
        filters: props.filters,
        sortBy: props.sorted?.column ?? '',
        descending: props.sorted?.descending ?? false,
        format: format.value === 'csv' && exact.value ? 'csv-exact' : format.value,
        withHeader: above.value,
      },
    })
    const link = document.createElement('a')
    const by = openLink.value ? `?Signed-Link=${encodeURIComponent(openLink.value)}` : ''
    link.href = addressOf('/api/v1/projects/{project}/downloads/{runId}', { runId }) + by
    link.download = ''
    link.click()
    await look(runId)
  } catch (error) {
    failure.value = asFailure(error)
  }
}

async function look(id: string): Promise<void> {
  const now = await project
    .get('/downloads/{runId}/progress', { params: { path: { runId: id } } })
    .catch(() => undefined)
  if (id !== runId) return
  if (now) progress.value = now
  if (now && UNDER_WAY.includes(now.state)) timer = setTimeout(() => void look(id), LOOK_EVERY)
}
const stop = (): void => stopAtDatabase(runId)
onScopeDispose(() => clearTimeout(timer))
</script>

<template>
  <section class="card-box panel" aria-label="Download">
    <div class="row-line">
      <h2>Download every row</h2>
      <span class="soft">of “{{ view.title }}”, with these choices</span><span class="grow"></span
      ><button class="as-link" @click="$emit('close')">Close</button>
    </div>
    <div class="row-line pt-2">
      <BFormRadioGroup
        v-model="format"
        :options="FORMATS"
        buttons
        button-variant="outline-primary"
        size="sm"
        role="radiogroup"
        aria-label="Format" />
      <BFormCheckbox v-if="format === 'csv'" v-model="above">question and choices in # lines at the top</BFormCheckbox>
      <BFormCheckbox
        v-if="format === 'csv'"
        v-model="exact"
        title="Otherwise an apostrophe precedes texts that begin with = + - or @, so that no workbook runs them as formulas"
        >texts unchanged</BFormCheckbox
      >
      <span v-else class="soft">with question and choices</span>
      <BButton variant="primary" @click="fetchFile">Download</BButton>
    </div>
    <div v-if="progress" class="pt-2" role="status" data-test="download">
      <template v-if="progress.state === 'done'">Done: {{ rowsInWords(progress.rows) }}.</template>
      <template v-else-if="progress.state === 'failed'"
        ><span class="bad">Aborted after {{ rowsInWords(progress.rows) }}: {{ progress.problem }}</span></template
      >
      <template v-else
        >{{
          progress.state === 'waiting'
            ? `Waiting for the source, ${progress.rows} before you`
            : `${rowsInWords(progress.rows)} so far`
        }}
        <button class="as-link" @click="stop">Stop</button></template
      >
    </div>
    <FailureNote v-if="failure" :failure="failure" class="mt-2" />
  </section>
</template>

<style scoped>
.panel {
  margin: 0 26px 12px;
}
.bad {
  color: var(--buoy);
}
</style>
