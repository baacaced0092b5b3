<script setup lang="ts">
/* Says, above all that is seen, what is different about it. */
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
