<script setup lang="ts">
/* A view on the page: its title, ignored filters, and the state of its run. */
import { computed } from 'vue'
import type { Report, View } from '../api/types'
import { useDelayed } from '../composables/useDelayed'
import { isUnderWay, type RunState } from '../composables/useRun'
import { rowsInWords } from '../formats'
import RunNote from './RunNote.vue'
import type { ViewRunContext } from './useViewRun'

const props = defineProps<{ view: View; asked: ViewRunContext; about?: string; state?: RunState }>()
const emit = defineEmits<{ stop: []; again: [] }>()

const title = computed(() => props.asked.titles.value[props.view.id] ?? props.view.title)
const aside = computed(() =>
  props.view.ignoredParameters
    .map(name => props.asked.report.parameters.find(parameter => parameter.name === name)?.label ?? name)
    .join(', '),
)
/* Outdated content fades unless the update is fast. */
const FADES_AFTER_MS = 250
const stale = useDelayed(() => (props.state && props.state.status !== 'done' ? 'stale' : undefined), FADES_AFTER_MS)
const lead = computed(() => (props.asked.report.links as Partial<Report['links']>)[props.view.id])
/* Figures and groups on top of a query with a row limit are computed from those rows only. */
const limited = computed(() => {
  const limit = (props.asked.report.queryLimits as Partial<Report['queryLimits']>)[props.view.id]
  if (!limit) return ''
  const parameter = props.asked.report.parameters.find(one => one.name === limit.parameter)
  const chosen = props.asked.choices.value[limit.parameter]?.values[0]
  if (parameter && (chosen === undefined || chosen === String(parameter.unlimitedValue))) return ''
  const rows = Number(chosen ?? limit.rows)
  return rows > 0 ? `the first ${rowsInWords(rows)}` : 'the first rows'
})
</script>

<template>
  <section
    class="card-box view-card"
    :class="{ sized: view.layout.height > 0, stale }"
    :aria-busy="state && isUnderWay(state)">
    <div v-if="title || about || $slots.beside" class="row-line">
      <h2>
        {{ title }} <span v-if="about" class="soft fw-normal">{{ about }}</span>
      </h2>
      <slot name="beside" />
    </div>
    <p v-if="limited" class="small m-0 pb-1 limited" data-test="limited">
      Of {{ limited }} only: the query has a row limit.
    </p>
    <p v-if="aside" class="soft small m-0">Ignores {{ aside }} by design.</p>
    <p v-if="lead?.parameter" class="soft small m-0">A click opens {{ lead.name }} with the same choices.</p>
    <RunNote v-if="state" :state="state" class="my-1" @stop="emit('stop')" @again="emit('again')" />
    <slot />
  </section>
</template>

<style scoped>
.view-card {
  position: relative;
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.limited {
  color: var(--amber);
}
.sized {
  height: var(--view-height);
  overflow-y: auto;
}
</style>
