<script setup lang="ts">
import { computed, defineAsyncComponent, ref, shallowRef, watchEffect } from 'vue'
import { viewAs } from '../../api/viewAs'
import { useMe } from '../../api/me'
import type { RunResult } from '../../api/resultStream'
import { ofPage, type PageAddress } from '../../api/page'
import type { Choices, Report, View } from '../../api/types'
import { useRouter } from 'vue-router'
import { periodsFor } from '../../choices/choices'
import FailureNote from '../../widgets/FailureNote.vue'
import RemovedValuesNote from './notes/RemovedValuesNote.vue'
import QuestionLine from './QuestionLine.vue'
import ReportBar from './ReportBar.vue'
import ReportFoot from './ReportFoot.vue'
import SavedSelections from './SavedSelections.vue'
import SidePanel from './SidePanel.vue'
import { useReader } from './useReader'
import { useReportAddress } from './useReportAddress'
import { useShowing } from '../../views/useShowing'
import { loadFewer } from '../../controls/later'
import { steady } from '../../composables/steady'
import { placed, widthsOf } from '../../views/layout'
import { partFor } from '../../views/viewComponents'
import { useLinkedPicks } from './useLinkedPicks'
import { leadOf } from '../../views/reportLinks'
import { useKept } from '../../views/useKept'
import type { ViewRunContext, Picked } from '../../views/useViewRun'

/* Components for authors or for clicks, loaded without delaying the rows. */
const SentPanel = defineAsyncComponent(() => import('./SentPanel.vue'))
const StartGate = defineAsyncComponent(() => import('./StartGate.vue'))
const SettingsPanel = defineAsyncComponent(() => import('./settings/SettingsPanel.vue'))

const props = defineProps<{ report: Report; linked: Choices; reload: () => Promise<void> }>()
const address = useReportAddress()
const {
  sayable,
  choices,
  question,
  failure,
  signed,
  fixed,
  choose,
  forget,
  reset,
  problemOf,
  strangers,
  dropped,
  linked,
} = useReader(props.report, props.linked, address)
const { shown, waiting, outdated, missing, show } = useShowing(props.report, choices, question, linked)

const { isAuthor } = useMe()
const inside = computed(() => isAuthor.value && !viewAs.value)
const router = useRouter()
const { picked, pick, clear, strange, forgetStrange } = useLinkedPicks(props.report, address)
const kept = useKept()
const page: PageAddress = { route: '/reports/{id}', id: props.report.id }
const asked: ViewRunContext = {
  run: (view, body) => ofPage(page, view, body),
  report: props.report,
  choices: shown,
  picked,
  signed,
  waiting,
  kept,
  titles: steady(() => question.value?.titles ?? {}),
  comparedPeriods: steady(() => periodsFor(question.value, shown.value)),
  notes: steady(() => question.value?.notes ?? {}),
}
const widths = widthsOf(props.report.definition.views)

const total = ref<number>()
const answer = shallowRef<RunResult>()
const open = ref<'nothing' | 'sent' | 'settings' | 'download'>('nothing')
const toggle = (panel: 'sent' | 'settings' | 'download') => (open.value = open.value === panel ? 'nothing' : panel)
const firstTable = computed(() => props.report.definition.views.find(view => view.kind === 'table')?.id)

/* Statements are shown for the table, or for the figures if there is none. */
const told = firstTable.value ?? props.report.definition.views.find(view => view.kind === 'figures')?.id
/* After the first rows, components for clicks are preloaded. */
const settled = ref(false)
watchEffect(() => {
  if (settled.value || (told && !answer.value && waiting.value === 'no')) return
  settled.value = true
  void Promise.allSettled([import('../../widgets/disclosure'), loadFewer()])
})
const ofTable = (view: View) =>
  view.kind === 'table'
    ? { total: total.value, downloading: open.value === 'download' && view.id === firstTable.value }
    : {}

/* A click opens another report if the view defines it; otherwise it filters the other views. */
function follow(one: Picked): void {
  const path = leadOf(props.report, one, choices.value)
  if (path === undefined) pick(one)
  else void router.push(path)
}
function startOver(): void {
  void clear()
  reset()
}
/* Selections filter rows like choices. */
watchEffect(() => {
  const only = picked.value.map(one => `${one.title || 'rows'}: ${one.label}`).join('; ')
  const asked = question.value ? `: ${question.value.sentence}` : ''
  document.title = `${props.report.name}${asked}${only && ` Only ${only}.`}`
})
</script>

<template>
  <ReportBar :report="report" :can-download="waiting === 'no'" :all="settled" @toggle="toggle" @start-over="startOver">
    <SavedSelections :report-id="report.id" :choices="sayable(choices)" @open="choose" />
  </ReportBar>
  <main class="report-scroll">
    <QuestionLine
      :report="report"
      :question="question"
      :choices="choices"
      :problems="problemOf"
      :fixed="fixed"
      @choose="choose" />
    <FailureNote v-if="failure" :failure="failure" class="mx-4 mb-2" />
    <SettingsPanel
      v-if="open === 'settings'"
      :report="report"
      :choices="choices"
      :reload="reload"
      @close="open = 'nothing'" />
    <div v-for="stranger in strangers" :key="stranger.message" class="note bad mx-4 mb-2" role="alert">
      {{ stranger.message }} {{ stranger.advice }}
      <button v-if="stranger.parameter" class="as-link" @click="forget(stranger.parameter)">Remove it</button>
    </div>
    <div v-if="strange.length" class="note bad mx-4 mb-2" role="alert">
      The link picks from a view that no longer exists: {{ strange.join(', ') }}. Its rows are not filtered by it.
      <button class="as-link" @click="forgetStrange">Remove it</button>
    </div>
    <RemovedValuesNote :report="report" :dropped="dropped" />
    <div v-if="picked.length" class="picked mx-4 mb-2" role="group" aria-label="Picked">
      <span v-for="one in picked" :key="one.viewId" class="pill"
        >{{ one.title }}: only <b>{{ one.label }}</b>&nbsp;
        <button class="as-link" :aria-label="`Show all again: ${one.title}`" @click="pick(one)">×</button></span
      >
      <span class="soft small">Filtered at the database, with the choices above.</span>
    </div>
    <div v-if="outdated && waiting === 'no'" class="note mx-4 mb-2 row-line" role="status">
      The choices have changed since these rows were shown.
      <button type="button" class="btn btn-primary btn-sm" @click="show">Show rows</button>
    </div>
    <div class="report-wrap">
      <SidePanel :report="report" :choices="choices" :problems="problemOf" :fixed="fixed" @choose="choose" />
      <StartGate
        v-if="waiting !== 'no'"
        :report="report"
        :waiting="waiting"
        :missing="missing"
        :choices="choices"
        :problems="problemOf"
        :fixed="fixed"
        @choose="choose"
        @show="show" />
      <div v-show="waiting === 'no'" class="view-grid" :class="{ outdated }">
        <component
          :is="partFor(view)"
          v-for="(view, i) in report.definition.views"
          :key="view.id"
          v-memo="[view, ...Object.values(ofTable(view))]"
          :class="`kind-${view.kind}`"
          :style="placed(view, widths[i] ?? 12)"
          :view="view"
          :asked="asked"
          v-bind="ofTable(view)"
          @count="total = $event ?? total"
          @pick="follow"
          @answer="answer = view.id === told ? $event : answer"
          @download="open = $event ? 'download' : 'nothing'" />
      </div>
    </div>
  </main>
  <SentPanel
    v-if="open === 'sent' && answer"
    :answer="answer"
    :about="firstTable ? 'table' : 'figures'"
    :inside="inside"
    @close="open = 'nothing'" />
  <ReportFoot
    :report-id="report.id"
    :signed="signed"
    :answer="answer"
    :figures="!firstTable"
    :hidden="waiting !== 'no'"
    :total="total"
    :open="open === 'sent'"
    :kept="kept"
    :seen="inside ? 'what was sent' : report.definition.showsPlacements ? 'where it ran' : 'nothing'"
    @toggle="toggle('sent')" />
</template>

<style scoped>
.picked {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.outdated {
  opacity: 0.6;
}
</style>
