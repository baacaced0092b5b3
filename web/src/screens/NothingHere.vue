<script setup lang="ts">
import { RouterLink } from 'vue-router'
</script>

<template>
  <main class="page">
    <h1>There is nothing at this address.</h1>
    <p>The link may be broken. <RouterLink to="/reports">All reports</RouterLink></p>
  </main>
</template>
