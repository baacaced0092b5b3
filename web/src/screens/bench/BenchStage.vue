<script setup lang="ts">
/* Shows the stage of the bench and switches to the other one: the same query with draft or viewer settings. */
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { IN_STAGE } from '../../api/inAddress'
import { stage } from '../../api/stage'
import AboveNote from '../../widgets/AboveNote.vue'

const DRAFT = 'draft'
const props = defineProps<{ clauses: string[] }>()
const route = useRoute()
const drafting = computed(() => stage.value === DRAFT)
const words = computed(() => props.clauses.join('; '))
/* A timeout filters nothing. */
const narrows = computed(() => props.clauses.some(clause => !clause.startsWith('timeout')))
const to = (name: string | undefined) => ({ path: route.path, query: { ...route.query, [IN_STAGE]: name } })
</script>

<template>
  <AboveNote v-if="!drafting || narrows" data-test="stage"
    >{{ drafting ? 'In draft' : `In the stage ${stage}` }}: {{ words || 'no stage values' }}.
    <RouterLink :to="to(drafting ? 'live' : undefined)">{{
      drafting ? 'Run it as live' : 'Run it as draft'
    }}</RouterLink>
    <RouterLink to="/live">Stages</RouterLink>
  </AboveNote>
</template>
