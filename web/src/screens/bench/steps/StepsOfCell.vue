<script setup lang="ts">
/* Steps that can be created from a cell or a column head, in a menu next to it. */
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import type { Cell, Column } from '../../../api/types'
import { stepsOf } from '../../../query/steps'

const props = defineProps<{ column: Column; cell: Cell | undefined; at: HTMLElement }>()
const emit = defineEmits<{ take: [words: string] }>()

const WIDTH = 240
const list = ref<HTMLElement>()
const steps = computed(() => stepsOf(props.column.name, props.column.kind.toLowerCase(), props.cell))
const place = computed(() => {
  const box = props.at.getBoundingClientRect()
  return { left: `${Math.min(box.left, window.innerWidth - WIDTH - 8)}px`, top: `${box.bottom + 2}px` }
})
const buttons = (): HTMLElement[] => [...(list.value?.querySelectorAll<HTMLElement>('button') ?? [])]
function keys(event: KeyboardEvent): void {
  const all = buttons()
  const at = all.indexOf(document.activeElement as HTMLElement)
  if (event.key === 'ArrowDown') all[Math.min(at + 1, all.length - 1)]?.focus()
  else if (event.key === 'ArrowUp') all[Math.max(at - 1, 0)]?.focus()
  else if (event.key === 'Escape') emit('take', '')
  else return
  event.preventDefault()
  event.stopPropagation()
}
const away = (event: MouseEvent): void => {
  if (!list.value?.contains(event.target as Node)) emit('take', '')
}
onMounted(() => {
  void nextTick(() => buttons()[0]?.focus())
  setTimeout(() => document.addEventListener('click', away))
})
onBeforeUnmount(() => document.removeEventListener('click', away))
</script>

<template>
  <ul ref="list" class="cell-steps" :style="place" :aria-label="`Steps of ${column.name}`" @keydown="keys">
    <li v-for="[words, step] in steps" :key="step">
      <button type="button" :title="step" @click="emit('take', step)">{{ words }}</button>
    </li>
  </ul>
</template>

<style scoped>
.cell-steps {
  position: fixed;
  z-index: 30;
  width: 240px;
  list-style: none;
  margin: 0;
  padding: 4px;
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: 5px;
  box-shadow: 0 4px 14px rgb(32 48 58 / 15%);
}
.cell-steps button {
  width: 100%;
  min-height: 26px;
  border: 0;
  border-radius: 3px;
  background: none;
  padding: 2px 8px;
  text-align: left;
  color: var(--ink);
}
.cell-steps button:hover,
.cell-steps button:focus {
  background: var(--wash);
}
</style>
