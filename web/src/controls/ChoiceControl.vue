<script setup lang="ts">
/* The control for one parameter: the configured kind or the default of its type, with its hint and error. */
import { computed, inject } from 'vue'
import type { Choice, Parameter } from '../api/types'
import { sameChoice } from '../choices/choices'
import { firstDay } from '../choices/periods'
import { choosingKey } from '../composables/useChoosing'
import { useValueList } from '../composables/useValueList'
import { timeInWords } from '../formats'
import DateControl from './DateControl.vue'
import DropdownControl from './DropdownControl.vue'
import { LinesControl, PeriodControl, SwitchControl } from './later'
import RowsControl from './RowsControl.vue'
import TextControl from './TextControl.vue'
import ValuePicker from './ValuePicker.vue'

const props = defineProps<{
  parameter: Parameter
  modelValue: Choice
  kind?: string
  problem?: string
  /** Why it cannot be chosen. */
  fixed?: string
  reason?: string
  bare?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [choice: Choice] }>()

const source = useValueList(() => props.parameter)
const { state, reload } = source
const list = computed(() => state.value.list.values)
const PERIODS = ['week', 'month', 'quarter', 'year']

const control = computed(() => {
  const { parameter, kind } = props
  if (parameter.list.kind !== 'any') return kind === 'slicer' || kind === 'search' ? ValuePicker : DropdownControl
  if (parameter.multiple) return LinesControl
  if (kind === 'rows' || parameter.unlimitedValue !== null) return RowsControl
  if (parameter.type === 'boolean') return SwitchControl
  if (PERIODS.includes(parameter.covers)) return PeriodControl
  return parameter.type === 'date' ? DateControl : TextControl
})
/* A month may be written 2026-03 or by any of its days. */
const asFirstDays = (choice: Choice): Choice =>
  PERIODS.includes(props.parameter.covers)
    ? { ...choice, values: choice.values.map(value => firstDay(props.parameter.covers, value)) }
    : choice
/* Lists offer the default beside their values; on the bench, it belongs to the reader. */
const onBench = inject(choosingKey, undefined)?.trial ?? true
const offersDefault = computed(
  () =>
    !props.bare &&
    !onBench &&
    !props.fixed &&
    props.parameter.list.kind === 'any' &&
    !sameChoice(asFirstDays(props.modelValue), asFirstDays(props.parameter.default.choice)),
)
const age = computed(() => (state.value.list.queriedAt ? `list as of ${timeInWords(state.value.list.queriedAt)}` : ''))
</script>

<template>
  <div>
    <fieldset :disabled="!!fixed || !!reason" class="bare-fieldset">
      <component
        :is="control"
        :parameter="parameter"
        :model-value="modelValue"
        :list="list"
        :source="source"
        :loading="state.status === 'loading'"
        :problem="problem"
        @update:model-value="emit('update:modelValue', $event)" />
    </fieldset>
    <div v-if="state.status === 'failed'" class="bad-line" role="alert">
      The list could not be loaded: {{ state.failure.message }} {{ list.length ? `Shown is the ${age}.` : '' }}
      <button class="as-link" type="button" @click="reload()">Try again</button>
    </div>
    <div v-if="problem" class="bad-line" role="alert">{{ problem }}</div>
    <div v-else-if="fixed" class="small soft">{{ fixed }}</div>
    <div v-else-if="reason" class="small soft">{{ reason }}</div>
    <div v-else-if="parameter.hint" class="small soft">{{ parameter.hint }}</div>
    <button
      v-if="offersDefault"
      class="as-link small"
      type="button"
      @click="emit('update:modelValue', parameter.default.choice)">
      Default
    </button>
    <div v-if="state.list.refreshing" class="small soft" role="status">{{ age }}, being refreshed</div>
  </div>
</template>

<style scoped>
.bad-line {
  color: var(--buoy);
  font-size: 12.5px;
  padding-top: 3px;
}
</style>
