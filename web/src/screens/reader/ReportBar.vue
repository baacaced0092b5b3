<script setup lang="ts">
/* The header of a report: name, audience, and actions of a viewer. */
import { viewAs } from '../../api/viewAs'
import { useMe } from '../../api/me'
import { copyText } from '../../clipboard'
import { defineAsyncComponent, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { Report } from '../../api/types'
import sieve from '../../style/sieve.svg?inline'

/* For authors alone. */
const ViewAsMenu = defineAsyncComponent(() => import('./ViewAsMenu.vue'))

const { isAuthor } = useMe()
defineProps<{
  report: Report
  canDownload: boolean
  /** Whether actions for authors are loaded, after the rows. */
  all: boolean
}>()
const emit = defineEmits<{ toggle: [panel: 'download' | 'settings']; startOver: [] }>()

const SAID_FOR = 2000
const copied = ref(false)
async function copyLink(): Promise<void> {
  await copyText(location.href)
  copied.value = true
  setTimeout(() => (copied.value = false), SAID_FOR)
}
</script>

<template>
  <header class="bar">
    <RouterLink to="/reports" class="soft" aria-label="All reports" title="All reports"
      ><img :src="sieve" alt="" width="20" height="20"
    /></RouterLink>
    <h1>{{ report.name }}</h1>
    <span class="d-none d-md-inline">{{ report.audience }}</span><span class="grow"></span>
    <slot />
    <button class="as-link" @click="copyLink">{{ copied ? 'Link copied' : 'Copy link' }}</button>
    <button class="as-link" :disabled="!canDownload" @click="emit('toggle', 'download')">Download</button>
    <button class="as-link" @click="emit('startOver')">Reset</button>
    <button v-if="isAuthor" class="as-link d-none d-md-inline" @click="emit('toggle', 'settings')">Settings</button>
    <span v-if="all && isAuthor && !viewAs" class="d-none d-lg-inline text-nowrap"
      >viewing as <ViewAsMenu name="you"
    /></span>
    <RouterLink v-if="isAuthor" class="d-none d-md-inline" :to="`/reports/${report.id}/edit`">Edit report</RouterLink>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  min-height: 42px;
  padding: 0 26px;
  border-bottom: 1px solid var(--line);
  background: var(--card);
  gap: 14px;
  color: var(--soft);
  flex: none;
  flex-wrap: wrap;
}
.bar h1 {
  color: var(--ink);
  font-size: 13.5px;
}
@media (max-width: 700px) {
  .bar {
    min-height: 36px;
    padding: 4px 14px;
    gap: 2px 10px;
  }
}
</style>
