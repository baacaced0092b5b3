<script setup lang="ts">
/* Reports open with the default of a parameter, not with the former literal: one click sets it for a report. */
import { reactive, ref } from 'vue'
import { project } from '../../../api/client'
import { type Failure, asFailure } from '../../../api/failure'
import type { ConversionResult } from '../../../api/types'

const props = defineProps<{ differing: ConversionResult['differingDefaults'][number] }>()
const set = reactive(new Set<string>())
const failure = ref<Failure>()

async function openWith(report: string): Promise<void> {
  const { parameter, values } = props.differing
  try {
    await project.put('/reports/{id}/opening/{parameter}', {
      params: { path: { id: report, parameter } },
      body: {
        kind: 'values',
        values,
        withoutValue: false,
      },
    })
    set.add(report)
    failure.value = undefined
  } catch (error) {
    failure.value = asFailure(error)
  }
}
</script>

<template>
  <span class="d-block" data-test="differing">
    Reports default to {{ differing.defaultText }} for :{{ differing.parameter }}, not with {{ differing.valueText }},
    so their rows differ.
    <template v-for="report in differing.reports" :key="report.id">
      <span v-if="set.has(report.id)">“{{ report.name }}” now opens with {{ differing.valueText }}. </span>
      <button v-else class="as-link" @click="openWith(report.id)">
        Open “{{ report.name }}” with {{ differing.valueText }}
      </button>
      {{ ' ' }}
    </template>
    <template v-if="differing.reports.length === 0"
      >To open a report with it, change “with its defaults” in the report editor.</template
    >
    <span v-if="failure" class="error-text" role="alert"> {{ failure.message }}</span>
  </span>
</template>
