<script setup lang="ts">
/* The menu of actions on a step. */
import { nextTick, onMounted, ref } from 'vue'
import type { StepAct } from './stepAction'

const props = defineProps<{ first: boolean; on: boolean }>()
const emit = defineEmits<{ act: [act: StepAct] }>()

const acts: { act: StepAct; words: string; key: string }[] = [
  { act: 'below', words: 'Insert step below', key: '' },
  ...(props.first
    ? []
    : [
        { act: 'toggle' as const, words: props.on ? 'Disable' : 'Enable', key: '' },
        { act: 'double' as const, words: 'Duplicate', key: '' },
        { act: 'up' as const, words: 'Move up', key: 'Alt ↑' },
        { act: 'down' as const, words: 'Move down', key: 'Alt ↓' },
        { act: 'remove' as const, words: 'remove it', key: 'Del' },
      ]),
]
const list = ref<HTMLElement>()
const buttons = (): HTMLElement[] => [...(list.value?.querySelectorAll<HTMLElement>('button') ?? [])]
onMounted(() => void nextTick(() => buttons()[0]?.focus()))

function keys(event: KeyboardEvent): void {
  const all = buttons()
  const at = all.indexOf(document.activeElement as HTMLElement)
  if (event.key === 'ArrowDown') all[Math.min(at + 1, all.length - 1)]?.focus()
  else if (event.key === 'ArrowUp') all[Math.max(at - 1, 0)]?.focus()
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <ul ref="list" class="actions" @keydown="keys">
    <li v-for="one in acts" :key="one.act">
      <button type="button" @click="emit('act', one.act)">
        <span>{{ one.words }}</span><span class="soft">{{ one.key }}</span>
      </button>
    </li>
  </ul>
</template>

<style scoped>
.actions {
  position: absolute;
  right: 10px;
  top: 30px;
  z-index: 5;
  min-width: 190px;
  list-style: none;
  margin: 0;
  padding: 4px;
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: 5px;
  box-shadow: 0 4px 14px rgb(32 48 58 / 15%);
}
.actions button {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  width: 100%;
  min-height: 26px;
  border: 0;
  border-radius: 3px;
  background: none;
  padding: 2px 8px;
  color: var(--ink);
}
.actions button:hover,
.actions button:focus {
  background: var(--wash);
}
</style>
