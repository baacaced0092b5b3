<script setup lang="ts">
/* A warning before publishing, with a link to the affected object. */
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { PublishWarning } from '../../../api/types'

const props = defineProps<{ matter: PublishWarning; first: boolean }>()
const emit = defineEmits<{ moveLimit: [query: string] }>()
const link = computed(() => {
  const id = encodeURIComponent(props.matter.id)
  return {
    query: `/queries/${id}`,
    report: `/reports/${id}/edit`,
    stage: '/live#stages',
    parameter: '/parameters',
    source: '/sources',
    'stored-copy': '/live',
    delivery: '/live',
  }[props.matter.kind]
})
</script>

<template>
  <li class="line warning">
    <span class="kind error-text">{{ first ? 'before publishing' : '' }}</span>
    <span
      ><RouterLink :to="link">{{ matter.name }}</RouterLink
      >{{ matter.line ? `, line ${matter.line}` : '' }}: {{ matter.message }}
      <button v-if="matter.fix" class="as-link" @click="emit('moveLimit', matter.limitQueryId)">
        {{ matter.fix }}
      </button>
      <span v-else class="soft">{{ matter.advice }}</span></span
    >
  </li>
</template>

<style scoped src="../line.css"></style>
