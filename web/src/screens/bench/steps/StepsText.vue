<script setup lang="ts">
/* All steps of a query as one text, one per line. */
import { onMounted, ref } from 'vue'
import { asFailure } from '../../../api/failure'

const props = defineProps<{
  text: string
  /** Applies the text, or returns its problems. */
  apply: (text: string) => Promise<string[]>
}>()
const emit = defineEmits<{ close: [] }>()

const typed = ref(props.text)
const problems = ref<string[]>([])
const busy = ref(false)
const field = ref<HTMLTextAreaElement>()

async function submit(): Promise<void> {
  busy.value = true
  problems.value = await props.apply(typed.value).catch((failure: unknown) => [asFailure(failure).message])
  busy.value = false
}
onMounted(() => field.value?.focus())
</script>

<template>
  <form class="steps-text" @submit.prevent="submit">
    <textarea
      ref="field"
      v-model="typed"
      class="form-control"
      aria-label="Steps as text"
      aria-describedby="steps-text-help"
      spellcheck="false"
      wrap="off"
      @keydown.ctrl.enter.prevent="submit"
      @keydown.esc.stop.prevent="emit('close')"></textarea>
    <div id="steps-text-help" class="soft small">
      One step per line; “off:” disables one. The words of SQL are converted: order by, limit, count(*), left join.
    </div>
    <ul v-if="problems.length > 0" class="note bad small problems" role="alert">
      <li v-for="problem in problems" :key="problem">{{ problem }}</li>
    </ul>
    <div class="actions">
      <button type="submit" class="btn btn-sm btn-primary" :disabled="busy">Apply steps</button>
      <button type="button" class="btn btn-sm btn-outline-secondary" @click="emit('close')">Cancel</button>
    </div>
  </form>
</template>

<style scoped>
.steps-text {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 12px;
  flex: 1;
  min-height: 0;
}
.steps-text textarea {
  flex: 1;
  min-height: 160px;
  font-family: var(--mono, monospace);
  font-size: 13px;
}
.problems {
  margin: 0;
  padding-left: 24px;
  max-height: 140px;
  overflow-y: auto;
}
.actions {
  display: flex;
  gap: 8px;
}
</style>
