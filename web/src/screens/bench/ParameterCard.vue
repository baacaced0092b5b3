<script setup lang="ts">
/* One parameter on the bench: its trial value, what it is in a few words, and its form when opened. */
import { computed, ref } from 'vue'
import type { Failure } from '../../api/client'
import type { Choice, Parameter, ParameterUse, QueryCard } from '../../api/types'
import ChoiceControl from '../../controls/ChoiceControl.vue'
import ParameterForm from './ParameterForm.vue'

const props = defineProps<{ use: ParameterUse; colour: string; lit: boolean; queries: QueryCard[]; failure?: Failure; runProblem?: string }>()
const emit = defineEmits<{ choose: [choice: Choice]; change: [parameter: Parameter]; rename: [name: string]; drop: []; light: [on: boolean] }>()

const open = ref(false)
const parameter = computed(() => props.use.definition)
const BLANK_WORDS: Record<string, string> = { 'no-filter': 'no filter', 'rows-without-value': 'rows without a value', 'not-allowed': 'not allowed' }
const listWords = computed(() => {
  const { list } = parameter.value
  if (list.kind === 'query') return `list: ${props.queries.find(query => query.id === list.queryId)?.name ?? list.queryId}`
  return list.kind === 'typed' ? `list of ${list.values.length}` : 'any value'
})
const usedBy = computed(() => props.use.uses.filter(use => use.kind === 'query').length)
</script>

<template>
  <div class="card-line" :class="{ lit }" :style="{ '--k': colour }" :data-parameter-card="parameter.name" @mouseenter="emit('light', true)" @mouseleave="emit('light', false)">
    <div class="row-line gap-2">
      <b class="mono name">:{{ parameter.name }}</b><span class="soft small ms-auto">{{ parameter.type }}, {{ parameter.many ? 'many' : 'one' }}</span>
    </div>
    <ChoiceControl class="pt-1" :parameter="parameter" :model-value="parameter.trialChoice" :problem="runProblem" @update:model-value="emit('choose', $event)" />
    <div class="foot small">
      <span class="soft grow">{{ listWords }} · blank: {{ BLANK_WORDS[parameter.blankRule] }}{{ usedBy > 1 ? ` · in ${usedBy} queries` : '' }}</span>
      <button v-if="open" class="as-link" @click="emit('drop')">Remove</button>
      <button class="as-link" :aria-expanded="open" @click="open = !open">{{ open ? 'Done' : 'Edit' }}</button>
    </div>
    <div v-if="failure" class="note bad small my-1" role="alert">{{ failure.message }}</div>
    <ParameterForm v-if="open" :parameter="parameter" :queries="queries" @change="emit('change', $event)" @rename="emit('rename', $event)" />
  </div>
</template>

<style scoped>
.card-line { padding: 9px 12px; border-bottom: 1px solid var(--rule); border-left: 4px solid var(--k); }
.card-line.lit { background: color-mix(in srgb, var(--k) 8%, #fff); outline: none; border-radius: 0; }
.name { color: var(--k); }
.foot { display: flex; gap: 10px; padding-top: 3px; align-items: baseline; }
</style>
