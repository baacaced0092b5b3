<script setup lang="ts">
/* The sentence that says what is asked. Each marked word opens its control in place. */
import { BDropdown } from 'bootstrap-vue-next'
import { computed } from 'vue'
import type { Choices, Question, Report } from '../../api/types'
import ReportControl from './ReportControl.vue'
import type { Fixed } from './useReader'

const props = defineProps<{
  report: Report
  question?: Question
  choices: Choices
  problems: Record<string, string>
  fixed: Fixed
}>()
const emit = defineEmits<{ choose: [changed: Choices] }>()

const known = new Set(props.report.parameters.map(parameter => parameter.name))
const labels = new Map(props.report.parameters.map(parameter => [parameter.name, parameter.label]))
const parts = computed(() =>
  (props.question?.parts ?? []).map(part => ({
    text: part.text,
    names: part.parameters.filter(name => known.has(name)),
  })),
)
const ends = new Set(props.report.parameters.map(parameter => parameter.rangeEnd))
const quiet = computed(() => (props.question?.quiet ?? []).filter(name => known.has(name) && !ends.has(name)))
const isWrong = (names: string[]): boolean => names.some(name => props.problems[name])
const whyFixed = (names: string[]): string | undefined =>
  names.every(name => name in props.fixed) ? props.fixed[names[0] ?? ''] : undefined
</script>

<template>
  <div class="say">
    <p v-if="!question" class="soft">…</p>
    <template v-for="(part, i) in parts" :key="i">
      <b v-if="whyFixed(part.names)" class="fixed" :title="whyFixed(part.names)">{{ part.text }}</b>
      <BDropdown
        v-else-if="part.names.length"
        role="group"
        class="mark-box"
        variant="link"
        no-caret
        auto-close="outside"
        lazy
        toggle-class="mark"
        :data-mark="part.names[0]"
        :class="{ wrong: isWrong(part.names) }">
        <template #button-content
          >{{ part.text }}<span class="visually-hidden">, {{ labels.get(part.names[0] ?? '') }}</span
          >{{ ' ' }}<span class="caret" aria-hidden="true">▾</span></template
        >
        <div class="px-3 py-2 menu">
          <h2 class="pb-1">{{ labels.get(part.names[0] ?? '') }}</h2>
          <ReportControl
            :report="report"
            :names="part.names"
            :choices="choices"
            :problems="problems"
            :fixed="fixed"
            wide
            @choose="emit('choose', $event)" />
        </div>
      </BDropdown>
      <template v-else>{{ part.text }}</template>
    </template>
    <span v-if="quiet.length" class="also">
      also:
      <template v-for="name in quiet" :key="name">
        <BDropdown
          role="group"
          class="mark-box"
          variant="link"
          no-caret
          auto-close="outside"
          lazy
          toggle-class="quiet"
          :data-mark="name">
          <template #button-content>{{ labels.get(name) }} <span class="caret" aria-hidden="true">▾</span></template>
          <div class="px-3 py-2 menu">
            <h2 class="pb-1">{{ labels.get(name) }}</h2>
            <ReportControl
              :report="report"
              :names="[name]"
              :choices="choices"
              :problems="problems"
              :fixed="fixed"
              wide
              @choose="emit('choose', $event)" />
          </div> </BDropdown
        >{{ ' ' }}
      </template>
    </span>
    <span v-if="question?.always.length" class="also" data-test="always"
      >always: {{ question.always.map(part => part.text).join(' · ') }}</span
    >
  </div>
</template>

<style scoped>
.say {
  padding: 18px 26px 12px;
  margin: 0;
  font-size: 21px;
  line-height: 1.75;
  max-width: 1280px;
  min-height: 68px;
}
.mark-box {
  display: inline;
}
.menu {
  width: 280px;
  font-size: 13.5px;
  line-height: 1.45;
}
.fixed {
  border-bottom: 2px solid var(--line);
}
.also {
  font-size: 13.5px;
  color: var(--soft);
  white-space: normal;
  margin-left: 8px;
}
:deep(.quiet) {
  font-size: inherit;
  padding: 0 2px;
  color: var(--sea);
  text-decoration: none;
  vertical-align: baseline;
  border: 0;
}
:deep(.mark) {
  font-size: inherit;
  font-weight: 700;
  line-height: 1.3;
  padding: 0 3px;
  color: var(--ink);
  text-decoration: none;
  vertical-align: baseline;
  border: 0;
  border-bottom: 2px solid var(--sea);
  border-radius: 3px 3px 0 0;
  background: var(--wash);
  white-space: normal;
  text-align: left;
}
:deep(.mark:hover) {
  background: var(--wash-deep);
}
.wrong :deep(.mark) {
  border-color: var(--buoy);
  background: var(--buoy-wash);
}
.caret {
  font-size: 14px;
  color: var(--sea);
}
.also .caret {
  font-size: 10px;
}
@media (max-width: 700px) {
  .say {
    font-size: 18px;
    padding: 14px 14px 8px;
  }
}
</style>
