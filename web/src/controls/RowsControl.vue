<script setup lang="ts">
/* A row limit: usual steps, and every row where the parameter has a value for it. */
import { computed } from 'vue'
import { blank, chosen, onlyValue } from '../choices/choices'
import { rowsInWords } from '../formats'
import type { ControlEmits, ControlProps } from './types'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const STEPS = [50, 100, 500, 1000, 5000]
const everyRow = computed(() => String(props.parameter.unlimitedValue ?? ''))
const options = computed(() => {
  const current = Number(onlyValue(props.modelValue))
  const numbers = [...new Set([...STEPS, ...(current > 0 ? [current] : [])])].sort((a, b) => a - b)
  return [
    ...numbers.map(number => ({ value: String(number), text: rowsInWords(number) })),
    { value: everyRow.value, text: props.parameter.blankLabel || 'every row' },
  ]
})
const value = computed(() => onlyValue(props.modelValue))

const choose = (picked: string): void => emit('update:modelValue', picked === '' ? blank() : chosen([picked]))
</script>

<template>
  <select
    class="form-select"
    :value="value"
    :aria-label="parameter.label"
    @change="choose(($event.target as HTMLSelectElement).value)">
    <option v-for="option in options" :key="option.value" :value="option.value">{{ option.text }}</option>
  </select>
</template>
