<script setup lang="ts">
/* A collapsed list that shows the selection and opens a picker. */
import { computed, nextTick, ref, watch } from 'vue'
import { choiceInWords } from '../choices/words'
import type { Choice } from '../api/types'
import PopoverMenu from '../widgets/PopoverMenu.vue'
import type { ControlEmits, ControlProps } from './types'
import { useLabels } from './useLabels'
import ValuePicker from './ValuePicker.vue'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
const open = ref(false)
const picker = ref<InstanceType<typeof ValuePicker> | null>(null)
const labels = useLabels(props)
const words = computed(() => choiceInWords(props.parameter, props.modelValue, labels.value))

watch(open, async now => {
  if (!now) return
  await nextTick()
  picker.value?.focus()
})

function pick(choice: Choice): void {
  emit('update:modelValue', choice)
  if (!props.parameter.multiple) open.value = false
}
</script>

<template>
  <PopoverMenu
    v-model:open="open"
    role="group"
    class="w-100"
    toggle-class="form-select text-start dropdown-face"
    stays
    :data-dropdown="parameter.name">
    <template #words
      ><span class="visually-hidden">{{ parameter.label }}: </span
      ><span :class="{ soft: modelValue.kind === 'blank' }">{{ words }}</span></template
    >
    <div class="px-2 py-1 menu"><ValuePicker ref="picker" v-bind="props" @update:model-value="pick" /></div>
  </PopoverMenu>
</template>

<style scoped>
.menu {
  width: 250px;
}
:deep(.btn.dropdown-face),
:deep(.btn.dropdown-face:hover),
:deep(.btn.dropdown-face.show) {
  background-color: var(--field);
  border: 1px solid var(--edge);
}
:deep(.dropdown-face) {
  text-decoration: none;
  color: var(--ink);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
