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
import SentPane from './SentPane.vue'
import StepNotices from './steps/StepNotices.vue'
import StepsPane from './steps/StepsPane.vue'
import ConversionNote from './steps/ConversionNote.vue'
import { runQuery } from './runQuery'
import { useBenchKeys } from './useBenchKeys'
import { useCheck } from './query/useCheck'
import { useDraft } from './query/useDraft'
import { useRunEvidence } from './useRunEvidence'
import { useHardCodedValues } from './query/useHardCodedValues'
import { usePublishing } from './query/usePublishing'
import { useKnownNames } from './query/useKnownNames'
import { useStepPreview } from './steps/useStepPreview'
import { useFixes } from './query/useFixes'
import { useStepCounts } from './steps/useStepCounts'
import { useSteps } from './steps/useSteps'
import { useSqlRanges } from './steps/useSqlRanges'
import { useTrial } from './parameters/useTrial'
import { useConversion } from './steps/useConversion'

const props = defineProps<{ loaded: Query }>()
document.title = `${props.loaded.name} · Plain Sieve`

const draft = useDraft(props.loaded)
const { query, text, saving, edit, takeTheirs, keepMine, refresh } = draft
const { failed, busy, giveToReports, makeReport, askBy, askFrom } = usePublishing(draft)
const { check, recheck } = useCheck(props.loaded.id, text)
const parameters = useParameters(() => void renamed())
const { state, start, stop } = useRun()

const { trialChoices, clauses } = useTrial(parameters, check)

const {
  made,
  failed: makeFailed,
  busy: making,
  make,
} = useHardCodedValues(draft, trialChoices, async () => {
  await parameters.reload()
  await changed()
})

const known = useKnownNames(
  () => query.value,
  () => parameters.uses.value,
)

const steps = useSteps(props.loaded.id, text, edit)
const counts = useStepCounts(props.loaded.id, text, trialChoices, steps.reading)
const { asSteps, looked, asked, fresh, look, lookOdd, add } = useStepPreview(text, steps, run)
const { turn, told, refused } = useConversion(props.loaded.id, text, steps, trialChoices, () => look(undefined))
const stretches = useSqlRanges(props.loaded.id, text, asked, steps)

const asRequest = computed(() => isRequest(text.value))
const highlighted = ref('')
const ranText = ref('')
const editor = ref<InstanceType<typeof QueryPane> | null>(null)
const choicesPane = ref<InstanceType<typeof ChoicesPane> | null>(null)
const colors = computed(() => colorsFor(check.value.parameters))
const evidence = useRunEvidence(state, asked, ranText)
const { answer, stale, placements, proof, measure, verdicts, runProblems, fetched } = evidence

function run(): void {
  ranText.value = asked.value
  void start(runQuery(props.loaded.id, asked.value, trialChoices()))
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
onMounted(() => void parameters.reload())
</script>

<template>
  <BenchStage :clauses="clauses" />
  <main class="bench">
    <BenchHead
      :query="query"
      :saving="saving.status"
      :busy="busy"
      :running="isUnderWay(state)"
      :form="asSteps ? 'steps' : asRequest ? 'web request' : 'plain SQL'"
      v-on="{ give: giveToReports, make: makeReport, asked: askFrom, stop, run }"
      @ask="by => askBy(by).then(changed)" />
    <FailureNote v-if="saving.status === 'failed'" :failure="saving.failure" class="mx-3 mb-2">
      <template v-if="saving.failure.status === 409">
        <button class="as-link" @click="keepMine">Keep mine</button>{{ ' '
        }}<button class="as-link" @click="takeTheirs">Take theirs</button></template
      >
    </FailureNote>
    <FailureNote v-if="failed" :failure="failed" class="mx-3 mb-2" />
    <ConversionNote :told="told" :refused="refused" @close="told = ''" />
    <div class="sheet">
      <div class="cols">
        <ChoicesPane
          ref="choicesPane"
          :query-id="query.id"
          :text="text"
          :parameters="parameters"
          :check="check"
          :colors="colors"
          :highlighted="highlighted"
          :run-problems="runProblems"
          :cursor="!asSteps"
          @changed="changed"
          @highlight="highlighted = $event"
          @insert="editor?.insertAtCursor(`:${$event}`)" />
        <StepsPane
          v-if="asSteps"
          :query-id="query.id"
          :text="text"
          :steps="steps"
          :counts="counts"
          :choices="trialChoices"
          :colors="colors"
          :highlighted="highlighted"
          :looked="looked"
          :placements="placements"
          :verdicts="verdicts"
          :stretches="stretches"
          :fetched="fetched"
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
          :colors="colors"
          :highlighted="highlighted"
          :placements="placements"
          :verdicts="verdicts"
          :run-problems="runProblems"
          :made="made"
          :make-failed="makeFailed"
          :making="making"
          :known="known"
          @make="make"
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
            :choices="trialChoices"
            :colors="colors"
            :highlighted="highlighted"
            @highlight="highlighted = $event"
            @edit="edit"
        /></QueryPane>
        <RowsPane
          :state="state"
          :after="looked"
          :fresh="fresh"
          :as-steps="asSteps"
          @everything="look(undefined)"
          @add="add"
          ><StatementFormsNote
            :query-id="query.id"
            :text="text"
            :choices="trialChoices()"
            :ran="state.status === 'done' ? String(state.answer.started.sentId) : undefined"
        /></RowsPane>
      </div>
      <SentPane
        :answer="answer"
        :preview="asSteps ? steps.reading.value.sql : ''"
        :colors="colors"
        :highlighted="highlighted"
        :stale="stale"
        :proof="proof"
        @measure="measure"
        @highlight="highlighted = $event" />
    </div>
  </main>
</template>

<style scoped src="./bench.css"></style>
