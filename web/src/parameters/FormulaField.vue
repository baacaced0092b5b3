<script setup lang="ts">
/* Whether the value is chosen or worked out, and how. */
import { BFormInput, BFormSelect } from 'bootstrap-vue-next'
import { ref, watch } from 'vue'

const props = defineProps<{ formula: string; name: string }>()
const emit = defineEmits<{ change: [formula: string] }>()

const KINDS = [{ value: false, text: 'chosen by viewers' }, { value: true, text: 'worked out, never shown' }]
const worked = ref(props.formula !== '')
const typed = ref(props.formula)
watch(() => props.formula, now => {
  typed.value = now
  worked.value = now !== '' || worked.value
})

function setKind(kind: unknown): void {
  worked.value = kind === true || kind === 'true'
  if (!worked.value && props.formula) emit('change', '')
}
</script>

<template>
  <label>Value is <BFormSelect :model-value="worked" :options="KINDS" @update:model-value="setKind" /></label>
  <label v-if="worked">Formula <BFormInput v-model="typed" class="mono" placeholder="last day of month of :month" list="formulas" @change="emit('change', typed.trim())" /></label>
  <datalist id="formulas">
    <option value="first day of last month" /><option value="last day of last month" /><option value="today - 7 days" /><option value="first day of this year" />
    <option value="fiscal year of today from April" />
  </datalist>
</template>
