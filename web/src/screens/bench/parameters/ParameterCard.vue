<script setup lang="ts">
/* One parameter on the bench, or the two ends of a range: trial values, and its sentence. */
import { computed } from 'vue'
import type { Choice, Parameter, ParameterOverview } from '../../../api/types'
import ChoiceControl from '../../../controls/ChoiceControl.vue'
import RangeControl from '../../../controls/RangeControl.vue'
import ParameterSentences from '../../../parameters/ParameterSentences.vue'
import type { UsedParameters } from '../../../parameters/useParameters'

const props = defineProps<{
  use: ParameterOverview
  end?: ParameterOverview
  color: string
  endColor: string
  highlighted: string
  parameters: UsedParameters
  problems: Record<string, string>
  /** The text does not mention it; something that it mentions needs it. */
  neededOnly: boolean
}>()
const emit = defineEmits<{ choose: [name: string, choice: Choice]; changed: []; highlight: [name: string] }>()

const parameter = computed(() => props.use.definition)
const ends = computed(() => [props.use, ...(props.end ? [props.end] : [])])
/* On the bench, resetting means blank; the default belongs to the reader. */
const forTrial = (one: Parameter): Parameter => ({ ...one, hint: '' })
</script>

<template>
  <div
    class="card-line"
    :class="{ highlighted: highlighted === parameter.name || highlighted === end?.definition.name }"
    :style="{ '--k': color }"
    :data-parameter-card="parameter.name"
    @mouseenter="emit('highlight', parameter.name)"
    @mouseleave="emit('highlight', '')">
    <ParameterSentences
      v-for="one in ends"
      :key="one.definition.name"
      narrow
      :use="one"
      :parameters="parameters"
      :color="one === end ? endColor : color"
      @changed="emit('changed')">
      <template v-if="one === use">
        <RangeControl
          v-if="end"
          class="pt-1"
          :from="forTrial(parameter)"
          :to="forTrial(end.definition)"
          :choices="{ [parameter.name]: parameter.trial, [end.definition.name]: end.definition.trial }"
          :problems="problems"
          @choose="changed => Object.entries(changed).forEach(([name, choice]) => emit('choose', name, choice))" />
        <ChoiceControl
          v-else-if="!parameter.formula"
          class="pt-1"
          :parameter="forTrial(parameter)"
          :model-value="parameter.trial"
          :problem="problems[parameter.name]"
          @update:model-value="emit('choose', parameter.name, $event)" />
        <div v-else-if="problems[parameter.name]" class="note bad small">{{ problems[parameter.name] }}</div>
        <p v-if="neededOnly" class="soft small m-0">Used by other parameters here.</p>
      </template>
    </ParameterSentences>
  </div>
</template>

<style scoped>
.card-line {
  padding: 9px 12px;
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid var(--k);
}
.card-line.highlighted {
  background: color-mix(in srgb, var(--k) 8%, var(--field));
  outline: none;
  border-radius: 0;
}
</style>
