<script setup lang="ts">
import { RouterLink, RouterView, useRoute } from 'vue-router'

const route = useRoute()
const screens = [
  { path: '/reports', name: 'Reports' },
  { path: '/queries', name: 'Queries' },
  { path: '/sources', name: 'Sources' },
  { path: '/sent', name: 'Sent' },
]
</script>

<template>
  <header v-if="!route.meta.reader" class="top">
    <RouterLink to="/reports" class="brand"><img src="/sieve.svg" alt="" width="22" height="22" />Plain Sieve</RouterLink>
    <nav aria-label="Screens">
      <RouterLink v-for="screen in screens" :key="screen.path" :to="screen.path" active-class="on">{{ screen.name }}</RouterLink>
    </nav>
  </header>
  <RouterView />
</template>
