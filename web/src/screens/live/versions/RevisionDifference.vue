<script setup lang="ts">
/* The changes of a version, object by object; its reports can be opened as of that version. */
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { AS_OF } from '../../../api/inAddress'
import { project } from '../../../api/client'
import type { ChangedObject } from '../../../api/types'
import { useLoaded } from '../../../composables/useLoaded'
import ChangedLine from './ChangedLine.vue'

const props = defineProps<{ number: number; newest: boolean }>()
const emit = defineEmits<{ back: [thing: ChangedObject] }>()
const { state } = useLoaded(signal =>
  project.get('/revisions/{number}/difference', { params: { path: { number: props.number } }, signal }),
)
const changed = computed(() => (state.value.status === 'ready' ? state.value.data : []))
</script>

<template>
  <p v-if="state.status === 'failed'" class="note bad my-1">{{ state.failure.message }}</p>
  <p v-else-if="state.status === 'ready' && changed.length === 0" class="soft m-0">Its name or the order.</p>
  <ul v-else class="changes">
    <ChangedLine v-for="thing in changed" :key="thing.kind + thing.id" :thing="thing">
      <template v-if="thing.change !== 'removed'">
        <RouterLink
          v-if="thing.kind === 'report'"
          class="ms-2"
          :to="{ path: `/reports/${thing.id}`, query: { [AS_OF]: number } }"
          >View it</RouterLink
        >
        <button v-if="!newest" class="as-link ms-2" @click="emit('back', thing)">Restore only this</button>
      </template>
    </ChangedLine>
  </ul>
</template>

<style scoped>
.changes {
  list-style: none;
  margin: 4px 0 0;
  padding: 0 0 0 10px;
  border-left: 2px solid var(--rule);
}
</style>
