<script setup lang="ts">
/* Shortcuts of a list: all, none, rows without a value, the default. */
import { computed } from 'vue'
import { all, blank, sameChoice } from '../choices/choices'
import type { Choice, Parameter } from '../api/types'

const props = defineProps<{ parameter: Parameter; modelValue: Choice }>()
const emit = defineEmits<{ 'update:modelValue': [choice: Choice] }>()

/* All leaves the condition out, so rows without a value are among them. */
const hasWithout = computed(() => props.modelValue.kind === 'all' || props.modelValue.withoutValue)

function toggleWithout(): void {
  const withoutValue = !props.modelValue.withoutValue
  const values = props.modelValue.values
  emit('update:modelValue', withoutValue || values.length > 0 ? { kind: 'values', values, withoutValue } : blank())
}
</script>

<template>
  <div class="row-line small pt-1 gap-2">
    <button v-if="parameter.multiple" class="as-link small" type="button" @click="emit('update:modelValue', all())">
      All
    </button>
    <button class="as-link small" type="button" @click="emit('update:modelValue', blank())">
      {{ parameter.multiple ? 'Clear' : parameter.blankLabel || 'Clear' }}
    </button>
    <button
      v-if="parameter.multiple"
      class="as-link small"
      type="button"
      :aria-pressed="hasWithout"
      :class="{ pressed: hasWithout }"
      :disabled="modelValue.kind === 'all'"
      :title="modelValue.kind === 'all' ? 'All has them, too' : 'Rows without a value, too'"
      @click="toggleWithout">
      no value
    </button>
    <button
      v-if="!sameChoice(modelValue, parameter.default.choice)"
      class="as-link small"
      type="button"
      @click="emit('update:modelValue', parameter.default.choice)">
      Default
    </button>
  </div>
</template>

<style scoped>
.pressed {
  font-weight: 700;
}
</style>
