<script setup lang="ts">
/* The user's password and API keys. */
import { computed, ref } from 'vue'
import { server } from '../../api/client'
import { askWho, useMe } from '../../api/me'
import FailureNote from '../../widgets/FailureNote.vue'
import { useChanges } from '../people/useChanges'
import KeyList from './KeyList.vue'
import OwnMail from './OwnMail.vue'

const { me } = useMe()
const before = ref('')
const password = ref('')
const done = ref(false)
const { failure, change } = useChanges(() => undefined)
const name = computed(() => me.value?.name ?? '')

/* Ends all sessions; the user signs in again with the new password. */
async function keep(): Promise<void> {
  done.value = false
  await change(() => server.put('/me/password', { body: { before: before.value, password: password.value } }))
  if (failure.value) return
  await server.post('/sign-in', { body: { name: name.value, password: password.value } })
  before.value = password.value = ''
  done.value = true
  await askWho()
}
</script>

<template>
  <main class="page">
    <div class="row-line pb-1">
      <h1>{{ me?.label }}</h1>
      <span class="soft"
        >signs in as <b>{{ name }}</b></span
      >
    </div>
    <OwnMail />
    <section aria-label="Password" class="pb-4">
      <h2 class="pb-1">Password</h2>
      <form class="row-line" @submit.prevent="keep">
        <input
          v-if="me?.hasPassword"
          v-model="before"
          class="form-control w-auto"
          type="password"
          autocomplete="current-password"
          placeholder="current password"
          aria-label="Your password current password" />
        <span v-if="me?.hasPassword">becomes</span>
        <input
          v-model="password"
          class="form-control w-auto"
          type="password"
          autocomplete="new-password"
          placeholder="ten characters or more"
          aria-label="Your new password" />
        <button class="btn btn-outline-primary" :disabled="!password">Save password</button>
        <span class="soft">signs you out in other browsers and revokes your API keys</span>
      </form>
      <p v-if="done" role="status" class="m-0 pt-1">Password saved.</p>
      <FailureNote v-if="failure" :failure="failure" />
    </section>
    <KeyList v-if="me" :projects="me.projects" />
  </main>
</template>
