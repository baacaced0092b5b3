<script setup lang="ts">
/* A closed list that says what is chosen; opens a picker. */
import { BDropdown } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { choiceInWords } from '../choices/words'
import type { Choice } from '../api/types'
import type { ControlEmits, ControlProps } from './types'
import ValuePicker from './ValuePicker.vue'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
const open = ref(false)
const words = computed(() => choiceInWords(props.parameter, props.modelValue, props.list))

function pick(choice: Choice): void {
  emit('update:modelValue', choice)
  if (!props.parameter.many) open.value = false
}
</script>

<template>
  <BDropdown
    v-model="open" auto-close="outside" no-caret class="w-100" toggle-class="form-select text-start dropdown-face" variant="link"
    :toggle-text="parameter.label" lazy>
    <template #button-content><span :class="{ soft: modelValue.kind === 'blank' }">{{ words }}</span></template>
    <div class="px-2 py-1 menu"><ValuePicker v-bind="props" @update:model-value="pick" /></div>
  </BDropdown>
</template>

<style scoped>
.menu { width: 240px; }
:deep(.btn.dropdown-face), :deep(.btn.dropdown-face:hover), :deep(.btn.dropdown-face.show) { background-color: #fff; border: 1px solid #c9c2b2; }
:deep(.dropdown-face) { text-decoration: none; color: var(--ink); overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
</style>
