<script setup lang="ts">
/* The permanently visible controls, under the headings of their groups. */
import { computed } from 'vue'
import type { Choices, Control, Report } from '../../api/types'
import { countOf } from '../../choices/choices'
import { countInWords } from '../../formats'
import ReportControl from './ReportControl.vue'
import type { FixedReasons } from './useReader'

const props = defineProps<{ report: Report; choices: Choices; problems: Record<string, string>; fixed: FixedReasons }>()
const emit = defineEmits<{ choose: [changed: Choices] }>()

const byName = new Map(props.report.parameters.map(parameter => [parameter.name, parameter]))
const headingOf = (control: Control | undefined): string =>
  control ? control.heading || (byName.get(control.parameters[0] ?? '')?.group ?? '') : ''
const controls = computed(() =>
  props.report.definition.controls
    .filter(control => control.place === 'beside-rows' && control.parameters.every(name => byName.has(name)))
    .map((control, i, all) => ({
      control,
      heading: headingOf(control) === headingOf(all[i - 1]) ? '' : headingOf(control),
    })),
)

function summary(control: Control): string {
  const parameter = byName.get(control.parameters[0] ?? '')
  if (!parameter || control.kind !== 'slicer' || !parameter.multiple) return ''
  const choice = props.choices[parameter.name] ?? parameter.default.choice
  return choice.kind === 'values'
    ? `${countInWords(countOf(choice))} chosen`
    : choice.kind === 'all'
      ? 'all'
      : parameter.blankLabel
}
</script>

<template>
  <aside class="side" aria-label="Choices">
    <template v-for="{ control, heading } in controls" :key="control.label + control.parameters">
      <div v-if="heading" class="heading soft small">{{ heading }}</div>
      <section class="card-box box" :data-control="control.parameters[0]">
        <h2 class="pb-1 d-flex">
          {{ control.label }}<small class="soft fw-normal ms-auto">{{ summary(control) }}</small>
        </h2>
        <ReportControl
          :report="report"
          :names="control.parameters"
          :kind="control.kind"
          :choices="choices"
          :problems="problems"
          :fixed="fixed"
          @choose="emit('choose', $event)" />
      </section>
    </template>
  </aside>
</template>

<style scoped>
.box {
  margin-bottom: 12px;
  padding: 9px 12px;
}
.heading {
  padding: 0 2px 3px;
  font-weight: 700;
}
</style>
