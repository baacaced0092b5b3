<script setup lang="ts">
/* Reports, at the top of the page, that a viewer is impersonated. */
import { computed } from 'vue'
import { useRoute, RouterLink } from 'vue-router'
import { project } from '../../../api/client'
import { viewAs } from '../../../api/viewAs'
import { useLoaded } from '../../../composables/useLoaded'
import ViewAsMenu from '../ViewAsMenu.vue'
import AboveNote from '../../../widgets/AboveNote.vue'

const route = useRoute()
const { state } = useLoaded(signal => project.get('/view-as', { signal }))
const name = computed(() =>
  state.value.status === 'ready' ? state.value.data.find(one => one.as === viewAs.value)?.name : undefined,
)
</script>

<template>
  <AboveNote data-test="view-as">
    Viewing as <ViewAsMenu :name="name ?? 'someone else'" />: you see exactly what they see.
    <RouterLink :to="{ path: route.path, query: {} }">View as yourself</RouterLink>
  </AboveNote>
</template>
