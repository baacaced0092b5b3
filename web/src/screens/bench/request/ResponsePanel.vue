<script setup lang="ts">
/* A raw response: status, possible paths of rows, and columns. */
import { computed, ref } from 'vue'
import type { ResponsePreview } from '../../../api/types'
import { countInWords, rowsInWords } from '../../../formats'

const props = defineProps<{ look: ResponsePreview }>()
const emit = defineEmits<{ rows: [at: string]; columns: [] }>()

const headersShown = ref(false)
const good = computed(() => props.look.status < 300)
const shown = computed(() => {
  try {
    return props.look.more ? props.look.start : JSON.stringify(JSON.parse(props.look.start), null, 2)
  } catch {
    return props.look.start
  }
})
</script>

<template>
  <div class="answer" role="status">
    <p class="m-0">
      <b :class="{ bad: !good }">{{ look.status }}</b>
      <template v-if="look.problem && good"> · {{ look.problem }}</template>
      <template v-else-if="look.columns.length">
        · {{ countInWords(look.columns.length) }} {{ look.columns.length === 1 ? 'column' : 'columns' }}:
        {{ look.columns.map(column => `${column.name} (${column.type})`).join(', ') }}.
        <button class="as-link" type="button" @click="emit('columns')">Keep these columns</button>
      </template>
    </p>
    <p v-if="look.lists.length > 1 || look.problem" class="m-0">
      <template v-for="place in look.lists" :key="place.at"
        ><button class="as-link me-2" type="button" @click="emit('rows', place.at)">rows at {{ place.at }}</button
        ><span class="soft me-3">{{ rowsInWords(place.rows) }}</span></template
      >
    </p>
    <button class="as-link small" type="button" :aria-expanded="headersShown" @click="headersShown = !headersShown">
      {{ headersShown ? 'Hide its headers' : 'Show its headers' }}
    </button>
    <pre v-if="headersShown" class="mono">{{ look.headers.join('\n') }}</pre>
    <pre class="mono body" tabindex="0" aria-label="The answer">{{ shown }}{{ look.more ? '\n…' : '' }}</pre>
  </div>
</template>

<style scoped>
.answer {
  padding-top: 6px;
}
.bad {
  color: var(--buoy);
}
pre {
  margin: 4px 0 0;
  font-size: 11.5px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.body {
  max-height: 180px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: 5px;
  padding: 6px 8px;
  background: var(--field);
}
</style>
