<script setup lang="ts">
/* A note at the top of the page about its special state. */
</script>

<template>
  <p class="above" role="status"><slot /></p>
</template>

<style scoped>
.above {
  margin: 0;
  padding: 7px 26px;
  background: var(--wash-deep);
  border-bottom: 1px solid var(--line);
}
.above :slotted(a) {
  margin-left: 8px;
  text-decoration: underline;
}
</style>
