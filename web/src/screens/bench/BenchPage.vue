<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Query } from '../../api/types'
import { isUnderWay, useRun } from '../../composables/useRun'
import FailureNote from '../../widgets/FailureNote.vue'
import { useParameters } from '../../parameters/useParameters'
import { colorsFor } from '../../query/colors'
import { isRequest } from '../../query/request'
import BenchHead from './BenchHead.vue'
import BenchStage from './BenchStage.vue'
import ChoicesPane from './parameters/ChoicesPane.vue'
import StatementFormsNote from './StatementFormsNote.vue'
import QueryPane from './query/QueryPane.vue'
import RequestBand from './request/RequestBand.vue'
import RowsPane from './RowsPane.vue'
import SavingNote from './query/SavingNote.vue'
import SentPane from './SentPane.vue'
import EvidencePane from './EvidencePane.vue'
import BenchLayout from './BenchLayout.vue'
import StepNotices from './steps/StepNotices.vue'
import StepsPane from './steps/StepsPane.vue'
import ConversionNote from './steps/ConversionNote.vue'
import { runQuery } from './runQuery'
import { useAlignedStatement } from './useAlignedStatement'
import { useBenchKeys } from './useBenchKeys'
import { useCheck } from './query/useCheck'
import { useDraft } from './query/useDraft'
import { useRunEvidence } from './useRunEvidence'
import { useHardCodedValues } from './query/useHardCodedValues'
import { usePublishing } from './query/usePublishing'
import { useKnownNames } from './query/useKnownNames'
import { useFixes } from './query/useFixes'
import { useRunOnOpening } from './useRunOnOpening'
import { useTrial } from './parameters/useTrial'
import { useBenchSteps } from './steps/useBenchSteps'

const props = defineProps<{ loaded: Query }>()
document.title = `${props.loaded.name} · Plain Sieve`

const draft = useDraft(props.loaded)
const { query, text, saving, edit, takeTheirs, keepMine, refresh } = draft
const { failed, busy, giveToReports, makeReport, askBy, askFrom } = usePublishing(draft)
const { check, checkedText, first: firstCheck, recheck } = useCheck(props.loaded.id, text)
const parameters = useParameters(() => void renamed())
const { state, start, stop } = useRun()

const { trials, clauses } = useTrial(parameters, check)

const hardCoded = useHardCodedValues(draft, trials, async () => {
  await parameters.reload()
  await changed()
})

const known = useKnownNames(
  () => query.value,
  () => parameters.uses.value,
)

const { steps, counts, preview, conversion, stretches } = useBenchSteps(draft, trials, run)
const { asSteps, looked, asked, fresh, look, lookOdd, add } = preview
const { turn, told, refused } = conversion

const asRequest = computed(() => isRequest(text.value))
const highlighted = ref('')
const ranText = ref('')
const editor = ref<InstanceType<typeof QueryPane> | null>(null)
const choicesPane = ref<InstanceType<typeof ChoicesPane> | null>(null)
const colors = computed(() => colorsFor(check.value.parameters))
const evidence = useRunEvidence(state, asked, ranText)
const { runProblems } = evidence
const aligned = useAlignedStatement(text, () => !asSteps.value && !asRequest.value, evidence)

function run(): void {
  ranText.value = asked.value
  void start(runQuery(props.loaded.id, asked.value, trials()))
}

/* A changed choice is tried at once, if the query has been run before. */
async function changed(): Promise<void> {
  await recheck()
  if (state.value.status !== 'idle') run()
}

async function renamed(): Promise<void> {
  await refresh()
  await changed()
}

const mend = useFixes(parameters, changed)
useBenchKeys({ run, stop, save: () => void draft.settle() })
const runOnOpening = useRunOnOpening(props.loaded.source, text, state)
onMounted(async () => {
  await Promise.all([parameters.reload(), firstCheck])
  await runOnOpening.open(check.value, run)
})
</script>

<template>
  <BenchStage :clauses="clauses" />
  <BenchLayout>
    <template #head>
      <BenchHead
        :query="query"
        :saving="saving.status"
        :busy="busy"
        :running="isUnderWay(state)"
        :form="asSteps ? 'steps' : asRequest ? 'web request' : 'plain SQL'"
        v-on="{ give: giveToReports, make: makeReport, asked: askFrom, stop, run }"
        @ask="by => askBy(by).then(changed)" />
      <SavingNote :saving="saving" class="mx-3 mb-2" @keep-mine="keepMine" @take-theirs="takeTheirs" />
      <FailureNote v-if="failed" :failure="failed" class="mx-3 mb-2" />
      <ConversionNote :told="told" :refused="refused" @close="told = ''" />
    </template>
    <template #choices>
      <ChoicesPane
        ref="choicesPane"
        :query-id="query.id"
        :current-text="() => text"
        :parameters="parameters"
        :check="check"
        :colors="colors"
        :highlighted="highlighted"
        :run-problems="runProblems"
        :cursor="!asSteps"
        @changed="changed"
        @highlight="highlighted = $event"
        @insert="editor?.insertAtCursor(`:${$event}`)" />
    </template>
    <template #query>
      <StepsPane
        v-if="asSteps"
        :query-id="query.id"
        :text="text"
        :steps="steps"
        :counts="counts"
        :choices="trials"
        :colors="colors"
        :highlighted="highlighted"
        :looked="looked"
        :evidence="evidence"
        :stretches="stretches"
        @decided="run"
        @look="look"
        @odd="lookOdd"
        @made="(name, before) => choicesPane?.makeMissing(name, before)"
        @turn="turn"
        ><StepNotices :check="check" :run-problems="runProblems" @mend="mend"
      /></StepsPane>
      <QueryPane
        v-else
        ref="editor"
        :text="text"
        :check="check"
        :checked-text="checkedText"
        :colors="colors"
        :highlighted="highlighted"
        :evidence="evidence"
        :aligned="aligned"
        :hard-coded="hardCoded"
        :known="known"
        @mend="mend"
        @edit="edit"
        @turn="turn"
        @run="run"
        @highlight="highlighted = $event"
        ><RequestBand
          v-if="asRequest"
          :query-id="query.id"
          :text="text"
          :check="check"
          :choices="trials"
          :colors="colors"
          :highlighted="highlighted"
          @highlight="highlighted = $event"
          @edit="edit"
      /></QueryPane>
    </template>
    <template #sent>
      <SentPane
        :text="text"
        :evidence="evidence"
        :aligned="aligned"
        :preview="asSteps ? steps.reading.value.sql : ''"
        :colors="colors"
        :highlighted="highlighted"
        @highlight="highlighted = $event"
        @scroll="editor?.scrollTo($event)" />
    </template>
    <template #rows>
      <RowsPane
        :state="state"
        :after="looked"
        :fresh="fresh"
        :as-steps="asSteps"
        :opening="runOnOpening"
        @everything="look(undefined)"
        @add="add"
        ><StatementFormsNote
          :query-id="query.id"
          :current-text="() => text"
          :current-choices="trials"
          :ran="state.status === 'done' ? String(state.answer.started.sentId) : undefined"
      /></RowsPane>
    </template>
    <template #evidence>
      <EvidencePane
        :evidence="evidence"
        :colors="colors"
        :highlighted="highlighted"
        @highlight="highlighted = $event" />
    </template>
  </BenchLayout>
</template>
