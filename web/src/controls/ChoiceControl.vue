<script setup lang="ts">
/* The control for one parameter: the kind that was asked for, or the one that suits it, with its hint and error line. */
import { computed, watch } from 'vue'
import type { Choice, Parameter } from '../api/types'
import { useValueList } from '../composables/useValueList'
import DropdownControl from './DropdownControl.vue'
import RowsControl from './RowsControl.vue'
import SwitchControl from './SwitchControl.vue'
import TextControl from './TextControl.vue'
import ValuePicker from './ValuePicker.vue'

const props = defineProps<{ parameter: Parameter; modelValue: Choice; kind?: string; problem?: string }>()
const emit = defineEmits<{ 'update:modelValue': [choice: Choice] }>()

const { state, reload } = useValueList(() => props.parameter)
watch(() => props.parameter.list, (now, before) => JSON.stringify(now) !== JSON.stringify(before) && void reload())

const list = computed(() => (state.value.status === 'ready' ? state.value.data.values : []))
const hasList = computed(() => props.parameter.list.kind !== 'any')
const control = computed(() => {
  if (props.kind === 'rows' || (!props.kind && props.parameter.everyRow !== '')) return RowsControl
  if (hasList.value) return props.kind === 'slicer' ? ValuePicker : DropdownControl
  return props.parameter.type === 'boolean' ? SwitchControl : TextControl
})
</script>

<template>
  <div>
    <component
      :is="control" :parameter="parameter" :model-value="modelValue" :list="list" :loading="state.status === 'loading'" :problem="problem"
      @update:model-value="emit('update:modelValue', $event)" />
    <div v-if="state.status === 'failed'" class="bad-line" role="alert">
      The list could not be loaded: {{ state.failure.message }} <button class="as-link" type="button" @click="reload">Try again</button>
    </div>
    <div v-if="problem" class="bad-line" role="alert">{{ problem }}</div>
    <div v-else-if="parameter.hint" class="small soft">{{ parameter.hint }}</div>
  </div>
</template>

<style scoped>
.bad-line { color: var(--buoy); font-size: 12.5px; padding-top: 3px; }
</style>
