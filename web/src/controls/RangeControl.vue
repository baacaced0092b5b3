<script setup lang="ts">
/* Two parameters that are the ends of a range; either end may be open. Days have quick spans, numbers their spread. */
import { computed, inject } from 'vue'
import type { Choices, Parameter } from '../api/types'
import { blank, chosen, onlyValue, sameChoice } from '../choices/choices'
import { quickSpans, spanInWords } from '../choices/periods'
import { useToday } from '../choices/today'
import { choosingKey } from '../composables/useChoosing'
import { numberInWords } from '../formats'
import PopoverMenu from '../widgets/PopoverMenu.vue'
import ChoiceControl from './ChoiceControl.vue'
import DistributionBars from './DistributionBars.vue'

const props = defineProps<{
  from: Parameter
  to: Parameter
  choices: Choices
  problems: Record<string, string>
  fixed?: Record<string, string>
}>()
const emit = defineEmits<{ choose: [changed: Choices] }>()

const choiceOf = (end: Parameter) => props.choices[end.name] ?? end.default.choice
const low = computed(() => onlyValue(choiceOf(props.from)))
const high = computed(() => onlyValue(choiceOf(props.to)))
const isDates = computed(() => props.from.type === 'date')
const isNumbers = computed(() => ['integer', 'decimal'].includes(props.from.type))
const ends = computed<Parameter[]>(() =>
  [props.from, props.to].map((end, i) => ({
    ...end,
    hint: '',
    label: `${props.from.label}, ${i === 0 ? 'from' : 'to'}`,
    blankLabel: isNumbers.value ? '' : 'open',
  })),
)
const today = useToday()
const spans = computed(() => [...quickSpans(today()), { name: props.from.blankLabel || 'any day', from: '', to: '' }])
const whyFixed = (end: Parameter): string | undefined => props.fixed?.[end.name]

const words = computed(() => {
  if (isDates.value) return spanInWords(low.value, high.value)
  if (!isNumbers.value || (!low.value && !high.value)) return ''
  const unit = props.from.unit ? ` ${props.from.unit}` : ''
  if (!high.value) return `${numberInWords(low.value)}${unit} or more`
  return low.value
    ? `${numberInWords(low.value)} to ${numberInWords(high.value)}${unit}, both included`
    : `${numberInWords(high.value)}${unit} or less`
})
const onBench = inject(choosingKey, undefined)?.trial ?? true
const defaults = computed<Choices>(() =>
  Object.fromEntries([props.from, props.to].map(end => [end.name, end.default.choice])),
)
const offersDefault = computed(
  () =>
    !onBench && [props.from, props.to].some(end => !whyFixed(end) && !sameChoice(choiceOf(end), end.default.choice)),
)
const whole = (from: string, to: string): Choices => ({
  [props.from.name]: from ? chosen([from]) : blank(),
  [props.to.name]: to ? chosen([to]) : blank(),
})
</script>

<template>
  <div role="group" :aria-label="from.label">
    <DistributionBars
      v-if="isNumbers"
      :parameter="from"
      :low="low"
      :high="high"
      @choose="(a, b) => emit('choose', whole(a, b))" />
    <div>
      <div v-for="(end, i) in ends" :key="end.name" class="end" :data-end="end.name">
        <span class="soft">{{ i === 0 ? 'from' : 'to' }}</span>
        <ChoiceControl
          class="grow"
          bare
          :parameter="end"
          :model-value="choiceOf(end)"
          :problem="problems[end.name]"
          :fixed="whyFixed(end)"
          @update:model-value="emit('choose', { [end.name]: $event })" />
      </div>
    </div>
    <div class="row-line gap-2">
      <span class="small soft grow">{{ words }}</span>
      <PopoverMenu v-if="isDates && !whyFixed(from) && !whyFixed(to)" size="sm" toggle-class="as-link small p-0" caret>
        <template #words>Quick ranges</template>
        <li v-for="span in spans" :key="span.name" role="presentation">
          <button
            type="button"
            role="menuitem"
            class="dropdown-item"
            @click="emit('choose', whole(span.from, span.to))">
            {{ span.name }}
          </button>
        </li>
      </PopoverMenu>
      <button
        v-else-if="isNumbers && (low || high)"
        class="as-link small"
        type="button"
        @click="emit('choose', whole('', ''))">
        {{ from.blankLabel || 'Any' }}
      </button>
    </div>
    <button v-if="offersDefault" class="as-link small" type="button" @click="emit('choose', defaults)">Default</button>
    <div v-if="from.hint" class="small soft">{{ from.hint }}</div>
  </div>
</template>

<style scoped>
.end {
  display: flex;
  align-items: baseline;
  gap: 6px;
  margin-bottom: 4px;
}
.end > span {
  width: 32px;
  flex: none;
}
</style>
