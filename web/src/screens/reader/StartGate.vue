<script setup lang="ts">
/* A report without rows: what must be chosen first, or the button that runs it. */
import { BButton } from 'bootstrap-vue-next'
import { computed } from 'vue'
import type { Choices, Parameter, Report } from '../../api/types'
import ReportControl from './ReportControl.vue'
import type { FixedReasons } from './useReader'
import type { Waiting } from '../../views/useShowing'

const props = defineProps<{
  report: Report
  waiting: Waiting
  missing: Parameter[]
  choices: Choices
  problems: Record<string, string>
  fixed: FixedReasons
}>()
const emit = defineEmits<{ choose: [changed: Choices]; show: [] }>()

/* A report that opens with a question but without missing choices offers all its controls. */
const asked = computed(() =>
  props.missing.length > 0
    ? props.missing.map(parameter => [parameter.name])
    : props.report.definition.controls.map(control => control.parameters),
)
</script>

<template>
  <section class="card-box gate" role="region" aria-label="Before rows are shown">
    <template v-if="waiting === 'for-choices'">
      <h2 class="pb-2">
        {{
          missing.length
            ? `First choose: ${missing.map(parameter => parameter.label).join(', ')}`
            : 'What do you want to see?'
        }}
      </h2>
      <div class="ask">
        <div v-for="names in asked" :key="names[0]" :data-ask="names[0]">
          <b class="small">{{ report.parameters.find(parameter => parameter.name === names[0])?.label }}</b>
          <ReportControl
            :report="report"
            :names="names"
            :choices="choices"
            :problems="{}"
            :fixed="fixed"
            @choose="emit('choose', $event)" />
        </div>
      </div>
    </template>
    <p v-else class="m-0">Not run yet. Check the choices, then show the rows.</p>
    <BButton variant="primary" class="mt-3" :disabled="missing.length > 0" @click="emit('show')">Show rows</BButton>
  </section>
</template>

<style scoped>
.gate {
  padding: 18px 20px;
}
.ask {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 14px;
  max-width: 720px;
}
</style>
