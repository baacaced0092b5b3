<script setup lang="ts">
/* A note above a report that is shown as of an earlier version, on current rows. */
import { RouterLink, useRoute } from 'vue-router'
import { asOf } from '../../../api/asOf'
import AboveNote from '../../../widgets/AboveNote.vue'

const route = useRoute()
</script>

<template>
  <AboveNote data-test="as-of">
    This is Version {{ asOf }} of the report, on current rows.
    <RouterLink :to="{ path: route.path, query: {} }">Published version</RouterLink>
    <RouterLink to="/live">All versions</RouterLink>
  </AboveNote>
</template>
