<script setup lang="ts">
/* Every line that a new name changes. */
import { BButton } from 'bootstrap-vue-next'
import { onMounted, useTemplateRef } from 'vue'
import type { TextChange } from '../api/types'

defineProps<{ name: string; wanted: string; preview: TextChange[] }>()
const emit = defineEmits<{ confirm: []; cancel: [] }>()
const box = useTemplateRef('box')
onMounted(() => box.value?.querySelector<HTMLElement>('.row-line button')?.focus())
</script>

<template>
  <section ref="box" class="note mb-2" aria-label="Rename">
    <p class="m-0 pb-1">
      Rename <code>:{{ name }}</code> to <code>:{{ wanted }}</code
      >{{
        preview.length
          ? `: ${preview.length} ${preview.length === 1 ? 'place changes' : 'places change'}.`
          : '. Nothing else refers to it.'
      }}
      Links with the old name still work.
    </p>
    <ul class="lines small">
      <li v-for="change in preview" :key="change.id + change.where + change.line">
        <span class="soft">{{ change.name }}, {{ change.where }}{{ change.line ? ` line ${change.line}` : '' }}</span>
        <del class="mono">{{ change.before }}</del><ins class="mono">{{ change.after }}</ins>
      </li>
    </ul>
    <div class="row-line pt-1">
      <BButton size="sm" variant="primary" @click="emit('confirm')">Rename everywhere</BButton
      ><button class="as-link" @click="emit('cancel')">Keep the name</button>
    </div>
  </section>
</template>

<style scoped>
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 260px;
  overflow: auto;
}
.lines li {
  padding: 2px 0;
}
del,
ins {
  display: block;
  text-decoration: none;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
del {
  color: var(--buoy);
}
ins {
  color: var(--sea);
}
</style>
