<script setup lang="ts">
/* Global shortcuts: Ctrl K searches, "?" shows the keys. Their dialogs are loaded on demand. */
import { defineAsyncComponent, onBeforeUnmount, onMounted, ref } from 'vue'

const SearchDialog = defineAsyncComponent(() => import('./SearchDialog.vue'))
const ShortcutsHelp = defineAsyncComponent(() => import('./ShortcutsHelp.vue'))

type Opened = 'nothing' | 'find' | 'keys'
const opened = ref<Opened>('nothing')
const toggle = (what: Opened): void => void (opened.value = opened.value === what ? 'nothing' : what)
const close = (): void => void (opened.value = 'nothing')

function asked(event: KeyboardEvent): Opened {
  if (event.ctrlKey || event.metaKey) return event.key.toLowerCase() === 'k' ? 'find' : 'nothing'
  const typing =
    event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]')
  return event.key === '?' && !typing ? 'keys' : 'nothing'
}
function everywhere(event: KeyboardEvent): void {
  const what = asked(event)
  if (what === 'nothing') return
  event.preventDefault()
  toggle(what)
}
onMounted(() => window.addEventListener('keydown', everywhere))
onBeforeUnmount(() => window.removeEventListener('keydown', everywhere))
defineExpose({ find: () => toggle('find') })
</script>

<template>
  <SearchDialog v-if="opened === 'find'" @close="close" />
  <ShortcutsHelp v-if="opened === 'keys'" @close="close" />
</template>
