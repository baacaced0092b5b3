<script setup lang="ts">
/* A divider between two panes, moved by mouse or arrow keys; a double click restores the default size. */
import { ref } from 'vue'

const props = defineProps<{
  /** What is resized: "Rows". */
  label: string
  orientation: 'vertical' | 'horizontal'
  min: number
  max: number
  defaultSize: number
  /** Whether the pane is after the divider. */
  after?: boolean
}>()
/** The size in pixels of the pane. */
const size = defineModel<number>({ required: true })

const STEP = 16
const dragging = ref(false)
const set = (to: number): void => void (size.value = Math.round(Math.min(Math.max(to, props.min), props.max)))

const at = (event: PointerEvent): number => (props.orientation === 'vertical' ? event.clientX : event.clientY)
function drag(down: PointerEvent): void {
  const handle = down.currentTarget as HTMLElement
  const [from, before] = [at(down), size.value]
  handle.setPointerCapture(down.pointerId)
  dragging.value = true
  const move = (event: PointerEvent): void => set(before + (at(event) - from) * (props.after ? -1 : 1))
  const end = (): void => {
    dragging.value = false
    handle.removeEventListener('pointermove', move)
  }
  handle.addEventListener('pointermove', move)
  handle.addEventListener('pointerup', end, { once: true })
  handle.addEventListener('pointercancel', end, { once: true })
}

const SIGNS: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }
function keys(event: KeyboardEvent): void {
  const sign = SIGNS[event.key]
  if (sign) set(size.value + sign * STEP * (props.after ? -1 : 1))
  else if (event.key === 'Home') set(props.min)
  else if (event.key === 'End') set(props.max)
  else return
  event.preventDefault()
}
</script>

<template>
  <div
    class="divider"
    :class="[orientation, { dragging }]"
    role="separator"
    tabindex="0"
    :aria-label="`Size of ${label}`"
    :aria-orientation="orientation"
    :aria-valuenow="size"
    :aria-valuemin="min"
    :aria-valuemax="max"
    title="Drag, or use the arrow keys; double-click restores the default size"
    @pointerdown.prevent="drag"
    @dblclick="set(defaultSize)"
    @keydown="keys"></div>
</template>

<style scoped>
.divider {
  background: var(--line);
  background-clip: content-box;
  touch-action: none;
}
.vertical {
  width: 7px;
  padding: 0 3px;
  margin: 0 -3px;
  cursor: col-resize;
  z-index: 1;
}
.horizontal {
  height: 9px;
  padding: 3px 0;
  margin: -3px 0;
  cursor: row-resize;
  z-index: 1;
}
.divider:hover,
.divider:focus-visible,
.dragging {
  background-color: var(--sea);
  outline: none;
}
@media (max-width: 1000px) {
  .divider {
    display: none;
  }
}
</style>
