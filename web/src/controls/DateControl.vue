<script setup lang="ts">
/* One day: typed as 2026-03-31, or picked from the browser's own calendar. */
import { BFormInput } from 'bootstrap-vue-next'
import { ref, watch } from 'vue'
import { blank, chosen, onlyValue } from '../choices/choices'
import { dayTyped } from '../choices/typed'
import { dateInWords, isDay } from '../formats'
import type { ControlEmits, ControlProps } from './types'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const calendar = ref<HTMLInputElement | null>(null)
const typed = ref(onlyValue(props.modelValue))
watch(
  () => onlyValue(props.modelValue),
  now => (typed.value = now),
)

function choose(text: string): void {
  const value = dayTyped(text)
  if (value !== onlyValue(props.modelValue)) emit('update:modelValue', value ? chosen([value]) : blank())
}
</script>

<template>
  <div class="field">
    <BFormInput
      v-model="typed"
      :aria-label="parameter.label"
      :state="problem ? false : null"
      :placeholder="parameter.blankLabel || '2026-03-31'"
      :title="isDay(typed) ? dateInWords(typed) : 'Year, month, day: 2026-03-31'"
      @change="choose(typed)"
      @keydown.enter="choose(typed)" />
    <button
      class="as-link icon-button"
      type="button"
      :aria-label="`Calendar for ${parameter.label}`"
      title="Calendar"
      @click="calendar?.showPicker()">
      <svg width="15" height="15" viewBox="0 0 16 16" aria-hidden="true">
        <path fill="none" stroke="currentColor" d="M1.5 3.5h13v11h-13zM1.5 6.5h13M5 1.5v3M11 1.5v3" />
      </svg>
    </button>
    <input
      ref="calendar"
      class="hidden-calendar"
      type="date"
      tabindex="-1"
      aria-hidden="true"
      :value="isDay(typed) ? typed : ''"
      @change="choose(($event.target as HTMLInputElement).value)" />
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
  position: relative;
}
.field :deep(input) {
  min-width: 0;
}
.hidden-calendar {
  position: absolute;
  right: 24px;
  bottom: 0;
  width: 1px;
  height: 1px;
  opacity: 0;
  border: 0;
  padding: 0;
  pointer-events: none;
}
.clear {
  font-size: 16px;
  line-height: 1;
  color: var(--soft);
}
</style>
