<script setup lang="ts">
/* Yes, no, or either. */
import { BFormRadioGroup } from 'bootstrap-vue-next'
import { blank, chosen, onlyValue } from '../choices/choices'
import type { ControlEmits, ControlProps } from './types'

defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
const options = [
  { value: 'true', text: 'yes' },
  { value: 'false', text: 'no' },
  { value: '', text: 'either' },
]
</script>

<template>
  <BFormRadioGroup
    :model-value="onlyValue(modelValue)"
    :options="options"
    buttons
    button-variant="outline-primary"
    size="sm"
    :aria-label="parameter.label"
    role="radiogroup"
    @update:model-value="emit('update:modelValue', $event ? chosen([String($event)]) : blank())" />
</template>
