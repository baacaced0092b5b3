<script setup lang="ts">
/* A typed value: text, number or moment. It is chosen on Enter or when the field is left; empty means blank. */
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { blank, chosen, onlyValue } from '../choices/choices'
import { numberToType, numberTyped } from '../choices/typed'
import type { ControlEmits, ControlProps } from './types'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const isNumber = computed(() => ['integer', 'decimal'].includes(props.parameter.type))
const shown = (): string => (isNumber.value ? numberToType(onlyValue(props.modelValue)) : onlyValue(props.modelValue))
const typed = ref(shown())
/* Only a different value replaces typed text, not the same one loaded again. */
watch(
  () => onlyValue(props.modelValue),
  () => (typed.value = shown()),
)

const COVERED: Record<string, string> = { containing: 'contains', starting: 'starts with', ending: 'ends with' }
const inputType = computed(() => (props.parameter.type === 'datetime' ? 'datetime-local' : 'text'))
const inputMode = computed(() => (isNumber.value ? 'decimal' : 'text'))

/* A browser reports year 0002 while 2026 is being typed. */
const isHalfTyped = (): boolean => inputType.value !== 'text' && typed.value.startsWith('0')

function choose(): void {
  const value = isNumber.value ? numberTyped(typed.value) : typed.value.trim()
  if (!isHalfTyped() && value !== onlyValue(props.modelValue))
    emit('update:modelValue', value ? chosen([value]) : blank())
}
</script>

<template>
  <div class="field">
    <span v-if="COVERED[parameter.covers]" class="soft small text-nowrap">{{ COVERED[parameter.covers] }}</span>
    <BFormInput
      v-model="typed"
      :type="inputType"
      :inputmode="inputMode"
      :aria-label="parameter.label"
      :state="problem ? false : null"
      :placeholder="parameter.blankLabel"
      @change="choose"
      @keydown.enter="choose" />
    <span v-if="parameter.unit" class="soft">{{ parameter.unit }}</span>
    <button
      v-if="modelValue.kind !== 'blank'"
      class="as-link icon-button clear"
      type="button"
      :aria-label="`Clear ${parameter.label}`"
      title="Clear"
      @click="emit('update:modelValue', blank())">
      ×
    </button>
  </div>
</template>

<style scoped>
.field {
  display: flex;
  align-items: center;
  gap: 2px;
}
.field :deep(input) {
  min-width: 0;
}
.field > span {
  padding: 0 4px;
}
.clear {
  font-size: 16px;
  line-height: 1;
  color: var(--soft);
}
</style>
