<script setup lang="ts">
/* The control of one parameter of a report, or of a range, of the configured kind or the default one. */
import { computed } from 'vue'
import type { Choices, Report } from '../../api/types'
import ChoiceControl from '../../controls/ChoiceControl.vue'
import RangeControl from '../../controls/RangeControl.vue'
import type { FixedReasons } from './useReader'

const props = defineProps<{
  report: Report
  names: string[]
  choices: Choices
  problems: Record<string, string>
  fixed: FixedReasons
  kind?: string
  /** Whether lists are expanded, where there is room. */
  wide?: boolean
}>()
const emit = defineEmits<{ choose: [changed: Choices] }>()

const find = (name: string | undefined) => props.report.parameters.find(parameter => parameter.name === name)
const first = computed(() => find(props.names[0]))
const second = computed(() => find(props.names[1]) ?? find(first.value?.rangeEnd || undefined))
const used = new Set(Object.values(props.report.viewParameters).flat())
const reason = computed(() => (props.names.some(name => used.has(name)) ? '' : 'No view of this report uses it.'))
const placed = computed(
  () =>
    props.kind ??
    props.report.definition.controls.find(control => control.parameters.includes(props.names[0] ?? ''))?.kind,
)
const kind = computed(() => (props.wide && placed.value !== 'rows' ? 'slicer' : placed.value))
</script>

<template>
  <RangeControl
    v-if="first && second"
    :from="first"
    :to="second"
    :choices="choices"
    :problems="problems"
    :fixed="fixed"
    @choose="emit('choose', $event)" />
  <ChoiceControl
    v-else-if="first"
    :parameter="first"
    :kind="kind"
    :model-value="choices[first.name] ?? first.default.choice"
    :problem="problems[first.name]"
    :fixed="fixed[first.name]"
    :reason="reason"
    @update:model-value="emit('choose', { [first.name]: $event })" />
</template>
