<script setup lang="ts">
/* A button that opens a menu. The menu component is loaded on first use. */
import type { BDropdown } from 'bootstrap-vue-next'
import { nextTick, onMounted, ref, shallowRef, watch } from 'vue'

const props = defineProps<{
  toggleClass: string
  /** The ARIA role of the menu: a list of actions, or a group. */
  role?: 'menu' | 'group'
  size?: 'sm'
  caret?: boolean
  /** Whether a click in the menu leaves it open. */
  stays?: boolean
  /** Whether it was clicked already. */
  wanted?: boolean
}>()
const emit = defineEmits<{ show: [] }>()
const open = defineModel<boolean>('open', { default: false })

const unfolds = shallowRef<typeof BDropdown>()
const menu = ref<InstanceType<typeof BDropdown>>()
const busy = ref(false)

/* A failed load is reported by the page, and the next click tries again. */
async function unfold(): Promise<void> {
  if (busy.value) return
  busy.value = true
  unfolds.value = await import('./disclosure').then(
    part => part.BDropdown,
    () => undefined,
  )
  busy.value = false
  if (isElsewhere()) return
  /* The button has been replaced at the same place. */
  await nextTick()
  focus()
  void menu.value?.show()
}
onMounted(() => props.wanted && unfold())
const box = ref<HTMLElement>()
const place = (): HTMLElement | undefined => box.value ?? menu.value?.$el
/* A user who has moved on while it was loading is not interrupted. */
const isElsewhere = (): boolean =>
  document.activeElement !== document.body && !place()?.contains(document.activeElement)
const focus = (): void => place()?.querySelector('button')?.focus()
/* The focus returns to the button after using the menu. */
watch(open, now => !now && place()?.contains(document.activeElement) && focus())
</script>

<template>
  <component
    :is="unfolds"
    v-if="unfolds"
    ref="menu"
    v-model="open"
    :role="role"
    :size="size"
    :no-caret="!caret"
    :toggle-class="toggleClass"
    :auto-close="stays ? 'outside' : true"
    variant="link"
    lazy
    unmount-lazy
    @show="emit('show')">
    <template #button-content><slot name="words" /></template>
    <slot />
  </component>
  <div v-else ref="box" class="dropdown">
    <button
      type="button"
      class="btn btn-link dropdown-toggle"
      :class="[toggleClass, size && `btn-${size}`, !caret && 'dropdown-toggle-no-caret']"
      aria-haspopup="menu"
      aria-expanded="false"
      :aria-busy="busy || undefined"
      @click="unfold"
      @keydown.down.prevent="unfold">
      <slot name="words" />
    </button>
  </div>
</template>
