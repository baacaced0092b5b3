<script setup lang="ts">
/* Reports, above the rows, hidden filters of a stage, and its name if it is not that of viewers. */
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { IN_STAGE } from '../../../api/inAddress'
import type { Report } from '../../../api/types'
import AboveNote from '../../../widgets/AboveNote.vue'

const LIVE = 'live'
const props = defineProps<{ said: Report['stage'] }>()
const route = useRoute()
const other = computed(() => props.said.name !== LIVE)
/* Authors know the stage of their own screens. */
const shown = computed(() => narrows.value || (other.value && route.meta.reader))
const narrows = computed(() => props.said.restrictions.join('; '))
const live = computed(() => ({ path: route.path, query: { ...route.query, [IN_STAGE]: undefined } }))
</script>

<template>
  <AboveNote v-if="shown" data-test="stage">
    <template v-if="other"
      >Viewing stage <b>{{ said.name }}</b>{{ narrows ? ': ' : '. ' }}</template
    >
    <template v-else>Rows are limited here: </template>
    <template v-if="narrows">{{ narrows }}.</template>
    <RouterLink v-if="other && route.meta.reader" :to="live">View published</RouterLink>
  </AboveNote>
</template>
