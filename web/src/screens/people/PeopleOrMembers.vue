<script setup lang="ts">
/* All users for operators of the server, otherwise the members of this project. */
import { useMe } from '../../api/me'
import MembersScreen from './MembersScreen.vue'
import PeopleScreen from './PeopleScreen.vue'

const { me } = useMe()
</script>

<template>
  <PeopleScreen v-if="me?.operator" />
  <MembersScreen v-else-if="me" />
</template>
