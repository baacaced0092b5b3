<script setup lang="ts">
/* Whether the value is chosen or worked out, and how. */
import { BFormInput, BFormSelect } from 'bootstrap-vue-next'
import { ref, watch } from 'vue'

const props = defineProps<{ formula: string; name: string }>()
const emit = defineEmits<{ change: [formula: string] }>()

const KINDS = [
  { value: false, text: 'chosen by viewers' },
  { value: true, text: 'worked out, never shown' },
]
const worked = ref(props.formula !== '')
const typed = ref(props.formula)
watch(
  () => props.formula,
  now => {
    typed.value = now
    worked.value = now !== '' || worked.value
  },
)

/* Enter may belong to the browser's list of suggestions, which swallows the change. */
function setFormula(): void {
  if (typed.value.trim() !== props.formula) emit('change', typed.value.trim())
}

function setKind(kind: unknown): void {
  worked.value = kind === true || kind === 'true'
  if (!worked.value && props.formula) emit('change', '')
}
</script>

<template>
  <label data-field="worked"
    >Value is <BFormSelect :model-value="worked" :options="KINDS" @update:model-value="setKind"
  /></label>
  <label v-if="worked" data-field="formula"
    >Formula
    <BFormInput
      v-model="typed"
      class="mono"
      placeholder="last day of month of :month"
      list="formulas"
      @change="setFormula"
      @keydown.enter="setFormula"
  /></label>
  <datalist id="formulas">
    <option value="first day of last month" />
    <option value="last day of last month" />
    <option value="today - 7 days" />
    <option value="first day of this year" />
    <option value="fiscal year of today from April" />
  </datalist>
</template>
