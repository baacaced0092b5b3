<script setup lang="ts">
/* The uses of a parameter, which would break without it. */
import { ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { ParameterOverview } from '../api/types'

const props = defineProps<{ use: ParameterOverview }>()
const emit = defineEmits<{ remove: [] }>()
const asking = ref(false)
const path = (kind: string, id: string): string =>
  kind === 'query' ? `/queries/${id}` : kind === 'report' ? `/reports/${id}` : '/parameters'

function askOrRemove(): void {
  if (props.use.uses.length > 0) asking.value = !asking.value
  else emit('remove')
}
</script>

<template>
  <div>
    <h2>Used by</h2>
    <ul class="uses">
      <li v-for="one in use.uses" :key="one.kind + one.id">
        <span class="soft">{{ one.kind }}</span>{{ ' '
        }}<RouterLink :to="path(one.kind, one.id)">{{ one.name }}</RouterLink>
        <span v-if="one.kind === 'report'" class="soft"
          >{{ ` ${one.users}` }} of {{ one.total }} {{ one.total === 1 ? 'query' : 'queries' }}</span
        >
      </li>
      <li v-if="use.uses.length === 0" class="soft">nothing</li>
    </ul>
    <p v-if="use.dependencies.length" class="m-0 pb-1">
      Needs <span class="mono">{{ use.dependencies.map(name => `:${name}`).join(' ') }}</span>
    </p>
    <p v-for="notice in use.notices" :key="notice" class="note bad small mb-1">{{ notice }}</p>
    <button class="as-link" @click="askOrRemove">Remove :{{ use.definition.name }}</button>
    <p v-if="asking" class="note bad small mt-1" role="alert">
      Without it, {{ use.uses.map(one => `${one.kind} “${one.name}”`).join(', ') }} would not run. Remove it there
      first.
    </p>
  </div>
</template>

<style scoped>
.uses a {
  text-decoration: underline;
}
.uses {
  list-style: none;
  margin: 0;
  padding: 2px 0 8px;
}
</style>
