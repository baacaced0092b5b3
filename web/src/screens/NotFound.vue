<script setup lang="ts">
import { RouterLink } from 'vue-router'
</script>

<template>
  <main class="page">
    <h1>Page not found.</h1>
    <p>The link may be wrong or outdated. <RouterLink to="/reports">All reports</RouterLink></p>
  </main>
</template>
