<script setup lang="ts">
/* Yes, no, or either. */
import { BFormSelect } from 'bootstrap-vue-next'
import { blank, chosen, onlyValue } from '../choices/choices'
import type { ControlEmits, ControlProps } from './types'

defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
const options = [{ value: '', text: 'either' }, { value: 'true', text: 'yes' }, { value: 'false', text: 'no' }]
</script>

<template>
  <BFormSelect
    :model-value="onlyValue(modelValue)" :options="options" :aria-label="parameter.label"
    @update:model-value="emit('update:modelValue', $event ? chosen([String($event)]) : blank())" />
</template>
