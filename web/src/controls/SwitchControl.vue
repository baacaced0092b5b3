<script setup lang="ts">
/* Yes, no, or either. */
import { BFormRadioGroup } from 'bootstrap-vue-next'
import { blank, chosen, onlyValue } from '../choices/choices'
import type { ControlEmits, ControlProps } from './types'

defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
/* Not an empty value: the radio button would interpret it as a true attribute, and select yes. */
const EITHER = 'either'
const options = [
  { value: 'true', text: 'yes' },
  { value: 'false', text: 'no' },
  { value: EITHER, text: EITHER },
]
</script>

<template>
  <BFormRadioGroup
    :model-value="onlyValue(modelValue) || EITHER"
    :options="options"
    buttons
    button-variant="outline-primary"
    size="sm"
    :aria-label="parameter.label"
    role="radiogroup"
    @update:model-value="emit('update:modelValue', $event === EITHER ? blank() : chosen([String($event)]))" />
</template>
