<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, provide, ref } from 'vue'
import { RouterLink, RouterView, useRoute } from 'vue-router'
import AccountMenu from './AccountMenu.vue'
import { signedOut } from './api/request'
import { useMe } from './api/me'
import { usePartMissing } from './api/viewParts'
import { inServer } from './api/location'
import ProjectMenu from './ProjectMenu.vue'
import { historyKey, useHistory } from './composables/useHistory'
import OnAnyScreen from './find/OnAnyScreen.vue'
import RejectedSources from './RejectedSources.vue'
import ProjectFolderNote from './ProjectFolderNote.vue'
import sieve from './style/sieve.svg?inline'

const route = useRoute()
/* Computed separately, so that a changed address does not rerender the page. Until the route is known, there is no navigation bar. */
const inReader = computed(() => Boolean(route.meta.reader))
const isKnown = computed(() => route.matched.length > 0)
const { me, isAuthor, isOperator } = useMe()
const making = [
  { path: '/queries', name: 'Queries' },
  { path: '/parameters', name: 'Parameters' },
  { path: '/sources', name: 'Sources' },
  { path: '/sent', name: 'Sent' },
  { path: '/live', name: 'Live' },
]
const screens = computed(() => [
  { path: '/reports', name: 'Reports' },
  ...(isAuthor.value ? making : []),
  ...(me.value?.accounts && (me.value.operator || isOperator.value) ? [{ path: '/people', name: 'People' }] : []),
])
const onAnyScreen = ref<InstanceType<typeof OnAnyScreen>>()
const history = useHistory(() => route.path)
const partMissing = usePartMissing()
const loadAgain = (): void => window.location.reload()
provide(historyKey, history)

/* Fields and the editor have their own undo; elsewhere the last edit of the page is undone. */
function keys(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]')
  const key = event.key.toLowerCase()
  if (typing || !(event.ctrlKey || event.metaKey) || (key !== 'z' && key !== 'y')) return
  event.preventDefault()
  void (event.shiftKey || key === 'y' ? history.redo() : history.undo())
}
onMounted(() => window.addEventListener('keydown', keys))
onBeforeUnmount(() => window.removeEventListener('keydown', keys))
</script>

<template>
  <header v-if="isKnown && !inReader" class="top">
    <RouterLink to="/reports" class="brand"><img :src="sieve" alt="" width="22" height="22" />Plain Sieve</RouterLink>
    <ProjectMenu />
    <nav aria-label="Screens">
      <RouterLink v-for="screen in screens" :key="screen.path" :to="screen.path" active-class="on">{{
        screen.name
      }}</RouterLink>
    </nav>
    <span class="grow"></span>
    <button
      v-if="history.done.value"
      class="as-link turn"
      :title="`Undo ${history.done.value.label} (Ctrl Z)`"
      :disabled="history.busy.value"
      @click="history.undo">
      Undo {{ history.done.value.label }}
    </button>
    <button
      v-if="history.undone.value"
      class="as-link turn"
      :title="`Redo ${history.undone.value.label} (Ctrl Y)`"
      :disabled="history.busy.value"
      @click="history.redo">
      Redo {{ history.undone.value.label }}
    </button>
    <button class="as-link soft" title="Ctrl K" @click="onAnyScreen?.find()">Find</button>
    <AccountMenu v-if="me?.accounts" :me="me" />
  </header>
  <ProjectFolderNote v-if="isAuthor && isKnown && !inReader" />
  <RejectedSources v-if="isAuthor && isKnown && !inReader" />
  <p v-if="signedOut" class="banner" role="alert">
    You are signed out. <a :href="inServer('/sign-in')" target="_blank">Sign in on another page</a>, then continue here.
    Your input is kept. <button class="as-link" @click="signedOut = false">I am signed in again</button>
  </p>
  <p v-if="partMissing" class="banner" role="alert">
    This page could not be loaded: the server is unreachable, or has been updated.
    <button class="as-link" @click="loadAgain">Load the page again</button>
  </p>
  <RouterView />
  <OnAnyScreen ref="onAnyScreen" />
</template>

<style scoped>
/* A long undo label is truncated in favor of the screen names. */
.turn {
  min-width: 3em;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.banner {
  margin: 0;
  padding: 6px 26px;
  background: var(--card);
  border-bottom: 2px solid var(--buoy);
}
</style>
