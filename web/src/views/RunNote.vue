<script setup lang="ts">
/*
 * The state of a view's run, unless everything is fine. Problems of choices are shown at the controls; here only a short text, except
 * for those that only the run has found.
 */
import { computed, inject } from 'vue'
import { choosingKey } from '../composables/useChoosing'
import { useDelayed } from '../composables/useDelayed'
import { isUnderWay, type RunState } from '../composables/useRun'
import RunningWords from './RunningWords.vue'

const props = defineProps<{ state: RunState }>()
const emit = defineEmits<{ stop: []; again: [] }>()

const SHOW_AFTER_MS = 400
const late = useDelayed(() => (isUnderWay(props.state) ? props.state.status : undefined), SHOW_AFTER_MS)
const told = inject(choosingKey, undefined)?.problems
const ofChoices = computed(() =>
  props.state.status === 'failed' ? props.state.failure.problems.filter(problem => problem.parameter !== '') : [],
)
const untold = computed(() => ofChoices.value.filter(problem => told && !(problem.parameter in told.value)))
</script>

<template>
  <div v-if="late && state.status === 'running'" class="note row-line" role="status">
    <RunningWords :state="state" /> <button class="as-link" @click="emit('stop')">Stop</button>
  </div>
  <div v-else-if="late" class="note row-line" role="status">
    Waiting for other views of this page. <button class="as-link" @click="emit('stop')">Stop</button>
  </div>
  <div v-else-if="state.status === 'stopped'" class="note row-line">
    Stopped. <button class="as-link" @click="emit('again')">Run again</button>
  </div>
  <div v-else-if="ofChoices.length" class="note bad">
    <template v-if="untold[0]">Not run: {{ untold[0].message }} {{ untold[0].advice }}</template>
    <template v-else>Not updated: correct the marked filter.</template>
  </div>
  <div v-else-if="state.status === 'failed'" class="note bad" role="alert">
    {{ state.failure.message }} {{ state.failure.advice }}
    <button class="as-link" @click="emit('again')">Try again</button>
  </div>
</template>
