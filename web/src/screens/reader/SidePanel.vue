<script setup lang="ts">
/* The controls the author wants always in sight. */
import { computed } from 'vue'
import type { Choices, Control, Parameter, Report } from '../../api/types'
import { countInWords } from '../../formats'
import ChoiceControl from '../../controls/ChoiceControl.vue'
import DatesControl from '../../controls/DatesControl.vue'

const props = defineProps<{ report: Report; choices: Choices; problems: Record<string, string> }>()
const emit = defineEmits<{ choose: [name: string, choice: Choices[string]] }>()

const byName = new Map(props.report.parameters.map(parameter => [parameter.name, parameter]))
const controls = computed(() =>
  props.report.definition.controls.flatMap(control => {
    const parameters = control.parameters.flatMap(name => byName.get(name) ?? [])
    return parameters.length === control.parameters.length ? [{ control, parameters }] : []
  }),
)
const choiceOf = (parameter: Parameter) => props.choices[parameter.name] ?? parameter.defaultChoice

function summary(control: Control, parameter: Parameter): string {
  const choice = choiceOf(parameter)
  if (control.kind !== 'slicer' || !parameter.many) return ''
  return choice.kind === 'values' ? `${countInWords(choice.values.length)} chosen` : choice.kind === 'all' ? 'all' : parameter.blankWords
}
</script>

<template>
  <aside class="side" aria-label="Choices">
    <section v-for="{ control, parameters } in controls" :key="control.label" class="card-box box" :data-control="parameters[0]?.name">
      <h2 class="pb-1 d-flex">{{ control.label }}<small v-if="parameters[0]" class="soft fw-normal ms-auto">{{ summary(control, parameters[0]) }}</small></h2>
      <DatesControl
        v-if="control.kind === 'dates' && parameters[0] && parameters[1]" :from="parameters[0]" :to="parameters[1]" :choices="choices" :problems="problems"
        @choose="(name, choice) => emit('choose', name, choice)" />
      <ChoiceControl
        v-else-if="parameters[0]" :parameter="parameters[0]" :kind="control.kind" :model-value="choiceOf(parameters[0])" :problem="problems[parameters[0].name]"
        @update:model-value="emit('choose', parameters[0].name, $event)" />
    </section>
  </aside>
</template>

<style scoped>
.box { margin-bottom: 12px; padding: 9px 12px; }
</style>
