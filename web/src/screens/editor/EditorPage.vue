<script setup lang="ts">
/* The report with live rows and its sentences open: definitions are edited in place. */
import { computed, nextTick, provide, ref, useTemplateRef } from 'vue'
import { ofPage, type PageAddress } from '../../api/page'
import type { Choices, EditedReport, View } from '../../api/types'
import { defaultsOf, periodsFor } from '../../choices/choices'
import { choosingKey } from '../../composables/useChoosing'
import { useSorting } from '../../composables/useSorting'
import { placed, widthsOf } from '../../views/layout'
import { partFor } from '../../views/viewComponents'
import { usePicked } from '../../views/usePicked'
import { useKept } from '../../views/useKept'
import type { ViewRunContext } from '../../views/useViewRun'
import FailureNote from '../../widgets/FailureNote.vue'
import QuestionLine from '../reader/QuestionLine.vue'
import SidePanel from '../reader/SidePanel.vue'
import StageNote from '../reader/notes/StageNote.vue'
import { useQuestion } from '../reader/useQuestion'
import LimitNotes from './LimitNotes.vue'
import EditedCard from './EditedCard.vue'
import EditorHead from './EditorHead.vue'
import EditorRail from './EditorRail.vue'
import SuggestedViews from './SuggestedViews.vue'
import QuestionEditor from './QuestionEditor.vue'
import { useEditor, type Step } from './useEditor'
import { runKey } from './runKey'

const props = defineProps<{ loaded: EditedReport }>()
const {
  made,
  failure,
  busy,
  conflict,
  merged,
  sentenceOf,
  offers,
  take,
  step,
  place,
  size,
  addView,
  addControl,
  say,
  moveLimit,
  give,
  drop,
} = useEditor(props.loaded)
const report = computed(() => made.value.report)
document.title = `${report.value.name} · Plain Sieve`

const choices = ref<Choices>(defaultsOf(report.value.parameters))
const [signed, asViewer] = [ref(''), ref(false)]
const { picked, pick } = usePicked()
const total = ref<number>()
const page: PageAddress = { route: '/reports/{id}/editor', id: props.loaded.report.id }
const { question, failure: unsaid } = useQuestion(
  page,
  choices,
  signed,
  () => undefined,
  computed(() => report.value.version),
)
provide(choosingKey, {
  choices: computed(() => choices.value),
  needs: computed(() => report.value.dependencies),
  reportId: '',
  signed: computed(() => ''),
  trial: false,
})
const kept = useKept()
const asked = computed<ViewRunContext>(() => ({
  run: (view, body) => ofPage(page, view, body),
  report: report.value,
  choices,
  picked,
  signed,
  waiting: ref('no'),
  kept,
  titles: computed(() => question.value?.titles ?? {}),
  comparedPeriods: computed(() => periodsFor(question.value, choices.value)),
  notes: computed(() => question.value?.notes ?? {}),
}))
const widths = computed(() => widthsOf(report.value.definition.views))
const problems = computed(() =>
  Object.fromEntries((question.value?.problems ?? []).map(problem => [problem.parameter, problem.message])),
)
const choose = (changed: Choices): void => void (choices.value = { ...choices.value, ...changed })
const words = computed(() => ({
  name: report.value.name,
  audience: report.value.audience,
  question: report.value.question,
}))
/* A moved object keeps the focus; after a removal, the next object gets it. */
async function stepAndFocus(thing: string, what: Step): Promise<void> {
  const focused = document.activeElement?.closest('[data-thing]')
  const next = what === 'remove' ? (focused?.nextElementSibling ?? focused?.previousElementSibling) : undefined
  await step(thing, what)
  if (!focused) return
  await nextTick()
  const heir = what === 'remove' ? next : document.querySelector(`[data-thing="${thing}"]`)
  if (heir instanceof HTMLElement) heir.focus()
}
const propsOf = (view: View) => ({
  view,
  asked: asked.value,
  ...(view.kind === 'table' ? { total: total.value, downloading: false } : {}),
})
useSorting(useTemplateRef('grid'), '[data-thing]', (thing, at) => void place(thing.dataset.thing ?? '', at))
const named = (view: View): string => view.title || view.kind
</script>

<template>
  <StageNote :said="made.report.stage" />
  <EditorHead
    :made="made"
    :busy="busy"
    :as-viewer="asViewer"
    @name="say({ ...words, name: $event })"
    @audience="say({ ...words, audience: $event })"
    @as-viewer="asViewer = $event"
    @give="give"
    @drop="drop" />
  <FailureNote v-if="failure" :failure="failure" class="mx-4 mb-2"
    ><template v-if="conflict"
      ><button class="as-link" @click="conflict()">Keep mine</button>
      <button class="as-link" @click="((failure = undefined), (conflict = undefined))">Use theirs</button></template
    ></FailureNote
  >
  <p v-else-if="merged" class="note mx-4 mb-2 small" role="status">
    Someone else changed the report at the same time; both changes are kept.
  </p>
  <LimitNotes :limits="made.limits" :busy="busy" @move="moveLimit" />
  <main class="report-scroll">
    <QuestionLine
      :key="JSON.stringify(report.parameters)"
      :report="report"
      :question="question"
      :choices="choices"
      :problems="problems"
      :fixed="{}"
      @choose="choose" />
    <FailureNote v-if="unsaid" :failure="unsaid" class="mx-4 mb-2" />
    <QuestionEditor
      v-if="!asViewer"
      :question="report.question"
      :parameters="report.parameters"
      @say="say({ ...words, question: $event })" />
    <div class="report-wrap">
      <SidePanel
        v-if="asViewer"
        :key="JSON.stringify(report.definition.controls)"
        :report="report"
        :choices="choices"
        :problems="problems"
        :fixed="{}"
        @choose="choose" />
      <EditorRail
        v-else
        :made="made"
        :offers="offers"
        @take="take"
        @step="stepAndFocus"
        @place="place"
        @offer="addControl" />
      <div ref="grid" class="view-grid">
        <p v-if="report.definition.views.length === 0" class="soft">
          The report is empty. Add one of the suggestions below.
        </p>
        <template v-for="(view, i) in report.definition.views" :key="view.id">
          <component
            :is="partFor(view)"
            v-if="asViewer"
            :key="runKey(report, view)"
            :class="`kind-${view.kind}`"
            :style="placed(view, widths[i] ?? 12)"
            v-bind="propsOf(view)"
            @count="total = $event ?? total"
            @pick="pick" />
          <EditedCard
            v-else
            :thing="`view:${view.id}`"
            :about="named(view)"
            :sentence="sentenceOf.get(`view:${view.id}`) ?? []"
            :copies="true"
            :width="widths[i]"
            :height="view.layout.height"
            :class="`kind-${view.kind}`"
            :style="placed(view, widths[i] ?? 12)"
            :offers="mark => offers(`view:${view.id}`, mark)"
            @take="(mark, taken) => take(`view:${view.id}`, mark, taken)"
            @size="(width, height) => size(view.id, width, height)"
            @step="stepAndFocus(`view:${view.id}`, $event)">
            <component
              :is="partFor(view)"
              :key="runKey(report, view)"
              v-bind="propsOf(view)"
              @count="total = $event ?? total"
              @pick="pick" />
          </EditedCard>
        </template>
        <SuggestedViews v-if="!asViewer" :report-id="report.id" :asked="asked" @take="addView" />
      </div>
    </div>
  </main>
</template>
