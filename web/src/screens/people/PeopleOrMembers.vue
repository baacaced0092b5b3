<script setup lang="ts">
/* All people of the server for those who manage all of it, else those of this project. */
import { useMe } from '../../api/me'
import MembersScreen from './MembersScreen.vue'
import PeopleScreen from './PeopleScreen.vue'

const { me } = useMe()
</script>

<template>
  <PeopleScreen v-if="me?.operator" />
  <MembersScreen v-else-if="me" />
</template>
