<script setup lang="ts">
/* A typed value: text, number, date or moment. It is chosen on Enter or when the field is left; empty means blank. */
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { blank, chosen } from '../choices/choices'
import type { ControlEmits, ControlProps } from './types'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const typed = ref(props.modelValue.values.join(', '))
/* Only another value replaces what is being typed, not the same one loaded again. */
watch(() => props.modelValue.values.join(', '), now => (typed.value = now))

const inputType = computed(() => {
  if (props.parameter.many) return 'text'
  return props.parameter.type === 'date' ? 'date' : props.parameter.type === 'datetime' ? 'datetime-local' : 'text'
})
const inputMode = computed(() => (['integer', 'decimal'].includes(props.parameter.type) ? 'decimal' : 'text'))

/* A browser tells of year 0002 while someone types 2026. */
const isHalfTyped = (): boolean => inputType.value !== 'text' && typed.value.startsWith('0')

function choose(): void {
  if (isHalfTyped()) return
  const parts = props.parameter.many ? typed.value.split(',').map(part => part.trim()) : [typed.value.trim()]
  const values = parts.filter(part => part !== '')
  if (values.join() !== props.modelValue.values.join()) emit('update:modelValue', values.length ? chosen(values) : blank())
}
</script>

<template>
  <div class="field">
    <BFormInput
      v-model="typed" :type="inputType" :inputmode="inputMode" :aria-label="parameter.label" :state="problem ? false : null"
      :placeholder="parameter.blankWords" @change="choose" @keydown.enter="choose" />
    <span v-if="parameter.unit" class="soft">{{ parameter.unit }}</span>
    <button
      v-if="modelValue.kind !== 'blank'" class="as-link clear" type="button" :aria-label="`Clear ${parameter.label}`" title="Clear"
      @click="emit('update:modelValue', blank())">×</button>
  </div>
</template>

<style scoped>
.field { display: flex; align-items: center; gap: 6px; }
.field :deep(input) { min-width: 0; }
.clear { font-size: 16px; line-height: 1; color: var(--soft); }
</style>
