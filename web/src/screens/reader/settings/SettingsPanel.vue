<script setup lang="ts">
/* For authors: the question line, how the report opens, and signed links. */
import { BButton, BFormCheckbox, BFormSelect, BFormTextarea } from 'bootstrap-vue-next'
import { computed, inject, ref, shallowRef } from 'vue'
import { project } from '../../../api/client'
import { type Failure, asFailure } from '../../../api/failure'
import type { Choices, Report } from '../../../api/types'
import { historyKey } from '../../../composables/useHistory'
import FailureNote from '../../../widgets/FailureNote.vue'
import SignedLinkList from './SignedLinkList.vue'

const props = defineProps<{
  report: Report
  choices: Choices
  /** Reloads the report; also called when an edit is undone after this panel is closed. */
  reload: () => Promise<void>
}>()
defineEmits<{ close: [] }>()

const STARTS = [
  { value: 'defaults', text: 'runs with its defaults' },
  { value: 'empty', text: 'is empty until rows are requested' },
  { value: 'question', text: 'asks what to show first' },
]
const settings = {
  question: props.report.question,
  start: props.report.definition.start,
  onDemand: props.report.definition.onDemand,
  showsPlacements: props.report.definition.showsPlacements,
  signedParameters: props.report.definition.signedParameters,
}
const form = ref({ ...settings })
const failure = shallowRef<Failure>()
const selectable = computed(() =>
  props.report.parameters.map(parameter => ({ value: parameter.name, text: parameter.label })),
)

const history = inject(historyKey, undefined)
type Settings = typeof form.value

async function change(seen: Settings, next: Settings): Promise<boolean> {
  try {
    await project.put('/reports/{id}/settings', {
      params: { path: { id: props.report.id } },
      body: { ...next, seen },
    })
    await props.reload()
    return true
  } catch (error) {
    failure.value = asFailure(error)
    return false
  }
}

async function save(): Promise<void> {
  const before = { ...settings }
  const after = { ...form.value }
  if (await change(before, after))
    history?.add({
      label: `the settings of “${props.report.name}”`,
      undo: () => change(after, before),
      redo: () => change(before, after),
    })
}
</script>

<template>
  <section class="card-box panel" aria-label="Settings of the report">
    <div class="row-line">
      <h2>Settings of this report</h2>
      <span class="grow"></span><button class="as-link" @click="$emit('close')">Close</button>
    </div>
    <label class="line"
      >Question <BFormTextarea v-model="form.question" rows="2" placeholder="composed from the labels"
    /></label>
    <div class="small soft hint">
      A parameter in braces is a mark: <code>{port}</code>, a range <code>{from..to}</code>; text in
      <code>[brackets]</code> is hidden while its choice is blank.
    </div>
    <label class="line">Opening it <BFormSelect v-model="form.start" class="w-auto" :options="STARTS" /></label>
    <div class="line">
      <span>Running</span><BFormCheckbox v-model="form.onDemand">only when <em>Show rows</em> is pressed</BFormCheckbox>
    </div>
    <div class="line">
      <span>Viewers see</span
      ><BFormCheckbox v-model="form.showsPlacements">where their choices ran; never the statement</BFormCheckbox>
    </div>
    <fieldset class="line">
      <legend>Only by signed link</legend>
      <div class="row-line">
        <BFormCheckbox v-for="one in selectable" :key="one.value" v-model="form.signedParameters" :value="one.value">{{
          one.text
        }}</BFormCheckbox>
      </div>
    </fieldset>
    <BButton variant="primary" @click="save">Save settings</BButton>
    <FailureNote v-if="failure" :failure="failure" class="mt-2" />
    <SignedLinkList :report="report" :choices="choices" />
  </section>
</template>

<style scoped>
.panel {
  margin: 0 26px 12px;
}
.line,
legend {
  font-size: 13px;
}
.line {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  align-items: center;
  gap: 8px;
  padding: 3px 0;
}
fieldset.line {
  display: block;
}
legend {
  margin: 0;
  color: var(--soft);
}
.hint {
  padding-left: 128px;
}
</style>
