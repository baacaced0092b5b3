<script setup lang="ts">
/* A changed object with its differences and diff. */
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { ChangedObject } from '../../../api/types'

const props = defineProps<{ thing: ChangedObject }>()
/* Changes described in sentences hide their diff until requested. */
const open = ref(props.thing.details.length === 0 && props.thing.lines.length <= 14)
const link = computed(() => {
  const id = encodeURIComponent(props.thing.id)
  const links: Partial<Record<ChangedObject['kind'], string>> = {
    query: `/queries/${id}`,
    report: `/reports/${id}/edit`,
    parameter: '/parameters',
  }
  return links[props.thing.kind] ?? ''
})
/* Diff hunk headers are omitted. */
const lines = computed(() => props.thing.lines.filter(line => !line.startsWith('@@')))
const tone = (line: string): string => (line.startsWith('+') ? 'new' : line.startsWith('-') ? 'gone' : '')
</script>

<template>
  <li class="line changed">
    <span class="soft kind">{{ thing.kind.replace('-', ' ') }}</span>
    <div class="what">
      <RouterLink v-if="link && thing.change !== 'removed'" :to="link">{{ thing.name }}</RouterLink><b v-else>{{
        thing.name
      }}</b
      >&ensp;{{ thing.change }}
      <button v-if="thing.change !== 'removed'" class="as-link ms-1" :aria-expanded="open" @click="open = !open">
        {{ open ? 'Less' : 'In its file' }}
      </button>
      <slot />
      <div v-for="line in thing.details" :key="line">{{ line }}</div>
      <pre v-if="open && thing.change !== 'removed'" class="lines"><span
        v-for="(line, i) in lines" :key="i" :class="tone(line)"
        ><span class="visually-hidden">{{ tone(line) }}</span>{{ line || ' ' }}
</span></pre>
    </div>
  </li>
</template>

<style scoped src="../line.css"></style>
<style scoped>
.what {
  min-width: 0;
  flex: 1;
}
.lines {
  margin: 2px 0 0;
  font-size: 12px;
  line-height: 1.55;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.lines > .new {
  color: var(--leaf);
}
.lines > .gone {
  color: var(--buoy);
}
</style>
