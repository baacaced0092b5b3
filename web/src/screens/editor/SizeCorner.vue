<script setup lang="ts">
/* The corner of a view, by which it is drawn wider and higher. Keys do the same: Alt with ← →, Alt and Shift with ↑ ↓. */
import { ref } from 'vue'

const LINE = 40
const COLUMNS = 12
const emit = defineEmits<{ size: [width: number, height: number] }>()

const corner = ref<HTMLElement>()
const drawn = ref<{ width: number; height: number }>()

function begin(event: PointerEvent): void {
  const card = corner.value?.closest<HTMLElement>('[data-thing]')
  const grid = card?.parentElement
  if (!card || !grid || !corner.value) return
  event.preventDefault()
  corner.value.setPointerCapture(event.pointerId)
  const box = card.getBoundingClientRect()
  const column = grid.getBoundingClientRect().width / COLUMNS
  const body = card.querySelector<HTMLElement>('.view-card')?.getBoundingClientRect().height ?? box.height
  const rest = box.height - body
  const sizeAt = ({ clientX, clientY }: PointerEvent): { width: number; height: number } => ({
    width: Math.min(COLUMNS, Math.max(2, Math.round((clientX - box.left) / column))),
    height: Math.max(2, Math.round((clientY - box.top - rest) / LINE)),
  })
  const move = (at: PointerEvent): void => void (drawn.value = sizeAt(at))
  const leave = (): void => {
    corner.value?.removeEventListener('pointermove', move)
    corner.value?.removeEventListener('pointerup', end)
    corner.value?.removeEventListener('pointercancel', leave)
    drawn.value = undefined
  }
  const end = (at: PointerEvent): void => {
    const size = sizeAt(at)
    const moved = Math.hypot(at.clientX - event.clientX, at.clientY - event.clientY) > LINE / 4
    leave()
    if (moved) emit('size', size.width, size.height)
  }
  corner.value.addEventListener('pointermove', move)
  corner.value.addEventListener('pointerup', end)
  corner.value.addEventListener('pointercancel', leave)
}
</script>

<template>
  <span ref="corner" class="corner" title="Draw to resize" aria-hidden="true" @pointerdown="begin"
    ><span v-if="drawn" class="size-label">{{ drawn.width }} twelfths, {{ drawn.height }} lines</span></span
  >
</template>

<style scoped>
.corner {
  position: absolute;
  right: 2px;
  bottom: 2px;
  width: 16px;
  height: 16px;
  cursor: nwse-resize;
  touch-action: none;
  border-right: 3px solid var(--edge);
  border-bottom: 3px solid var(--edge);
  border-bottom-right-radius: 5px;
  opacity: 0;
}
:is(.made:hover, .made:focus-within) > .corner {
  opacity: 1;
}
.size-label {
  position: absolute;
  right: 8px;
  bottom: 8px;
  white-space: nowrap;
  background: var(--card);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 1px 6px;
}
</style>
