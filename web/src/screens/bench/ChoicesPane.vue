<script setup lang="ts">
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import type { Problem, QueryCard, QueryCheck } from '../../api/types'
import ParameterCard from './ParameterCard.vue'
import { newParameter, type UsedParameters } from './useParameters'

const props = defineProps<{
  parameters: UsedParameters
  check: QueryCheck
  colours: Record<string, string>
  lit: string
  queries: QueryCard[]
  runProblems: Problem[]
}>()
const emit = defineEmits<{ changed: []; renamed: []; light: [name: string]; insert: [name: string] }>()

const name = ref('')
const made = ref('')
const used = computed(() => props.check.parameters.flatMap(wanted => props.parameters.uses.value.find(use => use.definition.name === wanted) ?? []))
/* A parameter that was just made stays in sight until the text mentions it. */
const extra = computed(() => props.parameters.uses.value.filter(use => use.definition.name === made.value && !props.check.parameters.includes(made.value)))
const others = computed(() => props.parameters.uses.value.map(use => use.definition.name).filter(other => !props.check.parameters.includes(other) && other !== made.value))
const missing = computed(() => [...new Set(props.check.problems.filter(problem => problem.kind === 'unknown-parameter').map(problem => problem.parameter))])
const problemOf = (wanted: string) => {
  const problem = props.runProblems.find(other => other.parameter === wanted)
  return problem ? `${problem.message} ${problem.advice}` : ''
}

async function after(work: Promise<boolean>): Promise<void> {
  if (await work) emit('changed')
}

async function renamed(from: string, to: string): Promise<void> {
  if (!(await props.parameters.rename(from, to))) return
  if (made.value === from) made.value = to
  emit('renamed')
}

async function make(wanted: string): Promise<void> {
  if (!wanted) return
  if (await props.parameters.add(newParameter(wanted))) {
    made.value = wanted
    name.value = ''
    emit('changed')
  }
}
</script>

<template>
  <section class="pane" aria-label="Choices">
    <div class="head"><h2 id="choices-pane">Choices</h2><span class="soft small">what the viewer can change</span></div>
    <div class="body">
      <ParameterCard
        v-for="use in [...used, ...extra]" :key="use.definition.name" :use="use" :colour="colours[use.definition.name] ?? '#5c5c6b'" :lit="lit === use.definition.name"
        :queries="queries" :failure="parameters.failures[use.definition.name]" :run-problem="problemOf(use.definition.name)"
        @choose="after(parameters.choose(use.definition.name, $event))" @change="after(parameters.change($event))"
        @rename="renamed(use.definition.name, $event)" @drop="after(parameters.drop(use.definition.name))" @light="emit('light', $event ? use.definition.name : '')" />
      <div v-for="wanted in missing" :key="wanted" class="note bad m-2">
        <b class="mono">:{{ wanted }}</b> is in the query but not made yet. <button class="as-link" @click="make(wanted)">Make it</button>
      </div>
      <form class="new" @submit.prevent="make(name)">
        <BFormInput v-model="name" placeholder="new_parameter" aria-label="Name of a new parameter" /><button class="as-link" type="submit" :disabled="!name">+ Parameter</button>
      </form>
      <div v-if="name && parameters.failures[name]" class="note bad m-2" role="alert">{{ parameters.failures[name]?.message }}</div>
      <p v-if="others.length > 0" class="soft small px-3">Others of the project: <template v-for="other in others" :key="other"><button class="as-link mono" :title="`Show :${other}`" @click="made = other">:{{ other }}</button>{{ ' ' }}</template></p>
      <p v-if="extra.length > 0" class="soft small px-3">Write <code>:{{ made }}</code> where its value belongs. <button class="as-link" @click="emit('insert', made)">Put it in at the cursor</button></p>
    </div>
  </section>
</template>

<style scoped>
.new { display: flex; gap: 8px; padding: 10px 12px; align-items: center; white-space: nowrap; }
</style>
