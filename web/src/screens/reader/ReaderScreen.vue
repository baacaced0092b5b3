<script setup lang="ts">
import { defineAsyncComponent, watch } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { project } from '../../api/client'
import { asOf } from '../../api/asOf'
import { viewAs } from '../../api/viewAs'
import { stage } from '../../api/stage'
import { signInAddress } from '../../api/me'
import { isByLink } from '../../api/openLink'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import ReportPage from './ReportPage.vue'
import StageNote from './notes/StageNote.vue'
import { choicesOfLink } from './useLinkedChoices'
import { paramsOf } from './useReportAddress'

/* For authors alone. */
const AsOfNote = defineAsyncComponent(() => import('./notes/AsOfNote.vue'))
const ViewAsNote = defineAsyncComponent(() => import('./notes/ViewAsNote.vue'))

const UNAUTHORIZED = 401
const props = defineProps<{ id: string }>()
const route = useRoute()
/* With which eyes it is seen: with others it may open with other choices, or not at all. */
const eyes = () => `${viewAs.value} ${asOf.value} ${stage.value}`
const { state, reload } = useLoaded(async signal => ({
  as: eyes(),
  report: await project.get('/reports/{id}', { params: { path: { id: props.id } }, signal }),
  choices: await choicesOfLink(props.id, paramsOf(route.fullPath)),
}))
/* A link that is not public requires signing in. */
watch(state, ({ status }) => {
  const failed = status === 'failed' && state.value.status === 'failed' ? state.value.failure.status : 0
  if (failed === UNAUTHORIZED && isByLink()) location.replace(signInAddress())
})
/* A click can lead from one report to another. */
watch([() => props.id, eyes], () => void reload())
</script>

<template>
  <ViewAsNote v-if="viewAs" />
  <AsOfNote v-if="asOf" />
  <StageNote v-if="state.status === 'ready'" :said="state.data.report.stage" />
  <ReportPage
    v-if="state.status === 'ready' && state.data.report.id === id && state.data.as === eyes()"
    :key="
      state.data.as + state.data.report.id + JSON.stringify(state.data.report.definition) + state.data.report.question
    "
    :report="state.data.report"
    :linked="state.data.choices"
    :reload="reload" />
  <main v-else class="page">
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure">
      <div class="row-line pt-1">
        <RouterLink to="/reports">All reports</RouterLink><button class="as-link" @click="reload">Try again</button>
      </div>
    </FailureNote>
    <p v-else class="soft">Loading …</p>
  </main>
</template>
