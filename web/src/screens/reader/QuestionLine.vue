<script setup lang="ts">
/* The question as a sentence. Each mark opens its control in place. */
import { computed } from 'vue'
import type { Choices, Question, Report } from '../../api/types'
import QuestionMark from './QuestionMark.vue'
import ReportControl from './ReportControl.vue'
import type { FixedReasons } from './useReader'

const props = defineProps<{
  report: Report
  question?: Question
  choices: Choices
  problems: Record<string, string>
  fixed: FixedReasons
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
const labelOf = ([name]: string[]): string => labels.get(name ?? '') ?? ''
const ends = new Set(props.report.parameters.map(parameter => parameter.rangeEnd))
const quiet = computed(() => (props.question?.unmentioned ?? []).filter(name => known.has(name) && !ends.has(name)))
const isWrong = (names: string[]): boolean => names.some(name => props.problems[name])
const whyFixed = (names: string[]): string | undefined =>
  names.every(name => name in props.fixed) ? props.fixed[names[0] ?? ''] : undefined
</script>

<template>
  <div class="question-row">
    <p v-if="!question" class="soft">…</p>
    <!-- Words that stay as they are are not rendered again by a choice; their control follows automatically. -->
    <QuestionMark
      v-for="(part, i) in parts"
      :key="i"
      v-memo="[part.text, part.names.join(), whyFixed(part.names), isWrong(part.names)]"
      :text="part.text"
      :name="part.names[0]"
      :label="labelOf(part.names)"
      :fixed="whyFixed(part.names)"
      :wrong="isWrong(part.names)"
      ><ReportControl
        :report="report"
        :names="part.names"
        :choices="choices"
        :problems="problems"
        :fixed="fixed"
        wide
        @choose="emit('choose', $event)"
    /></QuestionMark>
    <span v-if="quiet.length" class="also">
      also:
      <QuestionMark v-for="name in quiet" :key="name" v-memo="[name]" :name="name" :label="labelOf([name])" quiet
        ><ReportControl
          :report="report"
          :names="[name]"
          :choices="choices"
          :problems="problems"
          :fixed="fixed"
          wide
          @choose="emit('choose', $event)"
      /></QuestionMark>
    </span>
    <span v-if="question?.hiddenChoices.length" class="also" data-test="always"
      >always: {{ question.hiddenChoices.map(part => part.text).join(' · ') }}</span
    >
  </div>
</template>

<style scoped>
.question-row {
  padding: 18px 26px 12px;
  margin: 0;
  font-size: 21px;
  line-height: 1.75;
  max-width: 1280px;
  min-height: 68px;
}
.also {
  font-size: 13.5px;
  color: var(--soft);
  white-space: normal;
  margin-left: 8px;
}
@media (max-width: 700px) {
  .question-row {
    font-size: 18px;
    padding: 14px 14px 8px;
  }
}
</style>
