<script setup lang="ts">
/* The account menu: name and sign-out. */
import { RouterLink } from 'vue-router'
import { server } from './api/client'
import { inServer } from './api/location'
import type { Me } from './api/types'
import PopoverMenu from './widgets/PopoverMenu.vue'

defineProps<{ me: Me }>()

async function leave(everywhere: boolean): Promise<void> {
  await server.post(everywhere ? '/sign-out/everywhere' : '/sign-out')
  location.assign(inServer('/sign-in'))
}
</script>

<template>
  <PopoverMenu role="group" toggle-class="as-link">
    <template #words
      ><span class="visually-hidden">Signed in as </span>{{ me.label }} <span aria-hidden="true">▾</span></template
    >
    <div class="menu">
      <p class="soft m-0">
        You sign in as <b>{{ me.name }}</b>.
      </p>
      <RouterLink to="/account">Password and keys</RouterLink>
      <button class="as-link" @click="leave(false)">Sign out</button>
      <button class="as-link" @click="leave(true)">Sign out everywhere</button>
    </div>
  </PopoverMenu>
</template>

<style scoped>
.menu {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 7px;
  width: 220px;
  padding: 6px 14px;
}
</style>
