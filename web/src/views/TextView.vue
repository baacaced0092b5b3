<script setup lang="ts">
/* A note, with the choices it mentions. */
import { computed } from 'vue'
import type { View } from '../api/types'
import ViewCard from './ViewCard.vue'
import type { ViewRunContext } from './useViewRun'

const props = defineProps<{ view: View; asked: ViewRunContext }>()
const parts = computed(() => props.asked.notes.value[props.view.id] ?? [])
</script>

<template>
  <ViewCard :view="view" :asked="asked">
    <p class="note-text">
      <template v-for="(part, i) in parts" :key="i"
        ><b v-if="part.parameters.length">{{ part.text }}</b
        ><template v-else>{{ part.text }}</template></template
      >
    </p>
  </ViewCard>
</template>

<style scoped>
.note-text {
  margin: 0;
  max-width: 75ch;
  white-space: pre-line;
}
</style>
