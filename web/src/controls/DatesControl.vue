<script setup lang="ts">
/* Two dates that make a range; either end may be open. Says the span in words. */
import { computed } from 'vue'
import type { Choices, Parameter } from '../api/types'
import { onlyValue } from '../choices/choices'
import { dateInWords, isDay } from '../formats'
import ChoiceControl from './ChoiceControl.vue'

const props = defineProps<{ from: Parameter; to: Parameter; choices: Choices; problems: Record<string, string> }>()
const emit = defineEmits<{ choose: [name: string, choice: Choices[string]] }>()

const MILLIS_PER_DAY = 86_400_000
const ends = computed(() => [props.from, props.to].map(end => onlyValue(props.choices[end.name] ?? end.defaultChoice)))

const span = computed(() => {
  const [from = '', to = ''] = ends.value
  if ([from, to].some(end => end && !isDay(end))) return ''
  if (!from && !to) return 'every day'
  if (!from) return `up to ${dateInWords(to)}, that day included`
  if (!to) return `from ${dateInWords(from)} on`
  const days = Math.round((Date.parse(to) - Date.parse(from)) / MILLIS_PER_DAY) + 1
  return days < 1 ? 'The last day is before the first.' : `${days === 1 ? '1 day' : `${days} days, both ends included`}`
})
</script>

<template>
  <div>
    <div v-for="end in [from, to]" :key="end.name" class="end">
      <span class="soft">{{ end.label }}</span>
      <ChoiceControl
        class="grow" :parameter="end" :model-value="choices[end.name] ?? end.defaultChoice" :problem="problems[end.name]"
        @update:model-value="emit('choose', end.name, $event)" />
    </div>
    <div class="small soft">{{ span }}</div>
  </div>
</template>

<style scoped>
.end { display: flex; align-items: baseline; gap: 6px; margin-bottom: 4px; }
.end > span { width: 34px; }
</style>
