<script setup lang="ts">
/* Several typed values, one per line; lines or spreadsheet cells can be pasted. Applied on blur. */
import { BFormTextarea } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { blank, chosen } from '../choices/choices'
import { dayTyped, numberTyped, numberToType } from '../choices/typed'
import { countInWords } from '../formats'
import type { ControlEmits, ControlProps } from './types'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const MOST_LINES = 5
const isNumber = computed(() => ['integer', 'decimal'].includes(props.parameter.type))
const read = (line: string): string =>
  isNumber.value ? numberTyped(line) : props.parameter.type === 'date' ? dayTyped(line) : line.trim()
const lines = (text: string): string[] => [
  ...new Set(
    text
      .split(/[\r\n\t]+/)
      .map(read)
      .filter(line => line !== ''),
  ),
]
const asText = (): string =>
  props.modelValue.values.map(value => (isNumber.value ? numberToType(value) : value)).join('\n')
const typed = ref(asText())
const isChosen = (): boolean => lines(typed.value).join('\n') === props.modelValue.values.join('\n')
watch(
  () => props.modelValue.values,
  () => {
    if (!isChosen()) typed.value = asText()
  },
)
const count = computed(() => lines(typed.value).length)
const height = computed(() => Math.min(Math.max(count.value, 2), MOST_LINES))

function choose(): void {
  const values = lines(typed.value)
  if (!isChosen()) emit('update:modelValue', values.length ? chosen(values) : blank())
}
</script>

<template>
  <div>
    <BFormTextarea
      v-model="typed"
      :rows="height"
      :aria-label="parameter.label"
      :state="problem ? false : null"
      :placeholder="parameter.blankLabel"
      @change="choose"
      @keydown.ctrl.enter.prevent.stop="choose" />
    <div class="row-line small gap-2">
      <span class="soft">{{
        count === 0 ? 'one on each line' : `${countInWords(count)} ${count === 1 ? 'value' : 'values'}`
      }}</span>
      <button
        v-if="modelValue.kind !== 'blank'"
        class="as-link small"
        type="button"
        @click="emit('update:modelValue', blank())">
        Clear
      </button>
    </div>
  </div>
</template>
