<script setup lang="ts">
/* Says, above all that is seen, that it is what viewers had once, on the rows of today. */
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import { asOf } from '../../api/asOf'
import { ordinal } from '../live/words'
import AboveNote from '../../widgets/AboveNote.vue'

const route = useRoute()
const words = computed(() => ordinal(Number(asOf.value)))
</script>

<template>
  <AboveNote data-test="as-of">
    This is the {{ words }} version of the report, on current rows.
    <RouterLink :to="{ path: route.path, query: {} }">Published version</RouterLink>
    <RouterLink to="/live">All versions</RouterLink>
  </AboveNote>
</template>
