<script setup lang="ts">
import { computed, watch } from 'vue'
import type { View } from '../api/types'
import { lastAnswer } from '../composables/useRun'
import { numberInWords } from '../formats'
import RunNote from './RunNote.vue'
import { useViewRun, type Asked } from './useViewRun'

const props = defineProps<{ view: View; asked: Asked }>()
const emit = defineEmits<{ count: [rows: number | undefined] }>()

const { state, rerun, stop } = useViewRun(props.view, props.asked)
const values = computed(() => lastAnswer(state.value)?.rows[0])
const stale = computed(() => state.value.status !== 'done')

/* The count of all matching rows also stands in the table's "1,000 of 1,284". */
const countAt = props.view.measures.findIndex(figure => figure.function === 'count' && figure.column === '')
watch(state, now => {
  if (now.status === 'done' && countAt >= 0) emit('count', Number(now.answer.rows[0]?.[countAt]))
  else if (now.status !== 'running') emit('count', undefined)
})

function inWords(index: number): string {
  const value = values.value?.[index]
  return value === undefined || value === null ? '–' : numberInWords(typeof value === 'boolean' ? String(value) : value)
}
</script>

<template>
  <section>
    <RunNote :state="state" class="mb-2" @stop="stop" @again="rerun" />
    <div class="figures" :class="{ stale }">
      <div v-for="(figure, i) in view.measures" :key="i" class="figure">
        <b
          >{{ inWords(i) }}<small v-if="figure.unit && values?.[i] != null">&nbsp;{{ figure.unit }}</small></b
        ><span class="soft">{{ figure.label }}</span>
      </div>
    </div>
  </section>
</template>

<style scoped>
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 14px;
}
.figure {
  border-left: 3px solid var(--line);
  padding: 2px 12px;
}
.figure b {
  font-size: 24px;
  display: block;
  line-height: 1.15;
  font-variant-numeric: tabular-nums;
}
.figure small {
  font-size: 15px;
}
.stale b {
  color: var(--soft);
}
</style>
