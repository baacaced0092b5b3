<script setup lang="ts">
/* The sentence that says what is asked. Each marked word opens its control in place. */
import { BDropdown } from 'bootstrap-vue-next'
import { computed, watch } from 'vue'
import type { Choices, Parameter, Report } from '../../api/types'
import { choiceInWords, sentenceParts } from '../../choices/words'
import { useValueList } from '../../composables/useValueList'
import ChoiceControl from '../../controls/ChoiceControl.vue'

const props = defineProps<{ report: Report; choices: Choices; problems: Record<string, string> }>()
const emit = defineEmits<{ choose: [name: string, choice: Choices[string]]; sentence: [text: string] }>()

const byName = new Map(props.report.parameters.map(parameter => [parameter.name, parameter]))
const lists = new Map(props.report.parameters.map(parameter => [parameter.name, useValueList(parameter)]))
const kinds = new Map(props.report.definition.controls.flatMap(control => control.parameters.map(name => [name, control.kind])))

function listOf(name: string) {
  const state = lists.get(name)?.state.value
  return state?.status === 'ready' ? state.data.values : []
}
const choiceOf = (parameter: Parameter) => props.choices[parameter.name] ?? parameter.defaultChoice
const parts = computed(() =>
  sentenceParts(props.report.question).map(part => {
    const parameter = part.parameter ? byName.get(part.parameter) : undefined
    return parameter
      ? { parameter, text: choiceInWords(parameter, choiceOf(parameter), listOf(parameter.name)) }
      : { parameter: undefined, text: part.text }
  }),
)
watch(parts, now => emit('sentence', now.map(part => part.text).join('')), { immediate: true })
</script>

<template>
  <p class="say">
    <template v-for="(part, i) in parts" :key="i">
      <BDropdown
        v-if="part.parameter" class="mark-box" variant="link" no-caret auto-close="outside" lazy toggle-class="mark" :data-mark="part.parameter.name"
        :class="{ wrong: problems[part.parameter.name] }">
        <template #button-content>{{ part.text }} <span class="caret" aria-hidden="true">▾</span></template>
        <div class="px-3 py-2 menu">
          <h2 class="pb-1">{{ part.parameter.label }}</h2>
          <ChoiceControl
            :parameter="part.parameter" :model-value="choiceOf(part.parameter)" :problem="problems[part.parameter.name]"
            :kind="kinds.get(part.parameter.name) === 'rows' ? 'rows' : 'slicer'" @update:model-value="emit('choose', part.parameter.name, $event)" />
        </div>
      </BDropdown>
      <template v-else>{{ part.text }}</template>
    </template>
  </p>
</template>

<style scoped>
.say { padding: 18px 26px 12px; margin: 0; font-size: 21px; line-height: 1.75; max-width: 1280px; }
.mark-box { display: inline; }
.menu { width: 260px; font-size: 13.5px; line-height: 1.45; }
:deep(.mark) {
  font-size: inherit; font-weight: 700; line-height: 1.3; padding: 0 3px; color: var(--ink); text-decoration: none; vertical-align: baseline;
  border: 0; border-bottom: 2px solid var(--sea); border-radius: 3px 3px 0 0; background: var(--wash); white-space: normal; text-align: left;
}
:deep(.mark:hover) { background: #d3e6e8; }
.wrong :deep(.mark) { border-color: var(--buoy); background: var(--buoy-wash); }
.caret { font-size: 14px; color: var(--sea); }
@media (max-width: 700px) { .say { font-size: 18px; padding: 14px 14px 8px; } }
</style>
