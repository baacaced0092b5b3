<script setup lang="ts">
/* A week, month, quarter or year: stepped through, or typed as 2026-03, 2026-Q1, 2026. */
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { blank, chosen, onlyValue } from '../choices/choices'
import { firstDay, periodInWords, stepped } from '../choices/periods'
import { useToday } from '../choices/today'
import { isDay } from '../formats'
import type { ControlEmits, ControlProps } from './types'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
const today = useToday()

const period = computed(() => props.parameter.covers)
const value = computed(() => onlyValue(props.modelValue))
const EXAMPLES: Record<string, string> = { week: '2026-03-30', month: '2026-03', quarter: '2026-Q1', year: '2026' }
const written = computed(() => {
  const first = firstDay(period.value, value.value)
  if (!isDay(first)) return value.value
  if (period.value === 'month') return first.slice(0, 7)
  if (period.value === 'quarter') return `${first.slice(0, 4)}-Q${Math.floor((Number(first.slice(5, 7)) - 1) / 3) + 1}`
  return period.value === 'year' ? first.slice(0, 4) : first
})
const typed = ref(written.value)
watch(written, now => (typed.value = now))

const step = (steps: number) =>
  emit('update:modelValue', chosen([stepped(period.value, value.value, value.value ? steps : 0, today())]))
function choose(): void {
  const text = typed.value.trim()
  if (text !== written.value) emit('update:modelValue', text ? chosen([firstDay(period.value, text)]) : blank())
}
</script>

<template>
  <div>
    <div class="field">
      <button
        class="as-link icon-button step"
        type="button"
        :aria-label="`${parameter.label}: previous`"
        @click="step(-1)">
        ‹
      </button>
      <BFormInput
        v-model="typed"
        :aria-label="parameter.label"
        :state="problem ? false : null"
        :placeholder="parameter.blankLabel || EXAMPLES[period]"
        @change="choose"
        @keydown.enter="choose"
        @keydown.up.prevent="step(1)"
        @keydown.down.prevent="step(-1)" />
      <button class="as-link icon-button step" type="button" :aria-label="`${parameter.label}: next`" @click="step(1)">
        ›
      </button>
      <button
        v-if="modelValue.kind !== 'blank'"
        class="as-link icon-button step"
        type="button"
        :aria-label="`Clear ${parameter.label}`"
        @click="emit('update:modelValue', blank())">
        ×
      </button>
    </div>
    <div class="small soft">
      {{ value ? periodInWords(period, value) : `a ${period}, such as ${EXAMPLES[period]}` }}
    </div>
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
.step {
  font-size: 18px;
}
</style>
