<script setup lang="ts">
/* No more of a delivery, or again: for anyone who has one of its mails, without signing in. */
import { onMounted, shallowRef } from 'vue'
import { ask, asFailure, type Failure } from '../../api/client'
import { withinServer } from '../../api/location'
import type { Subscription } from '../../api/types'
import FailureNote from '../../widgets/FailureNote.vue'
import sieve from '../../style/sieve.svg?inline'

const at = `/api/v1${withinServer(location.pathname)}`
const known = shallowRef<Subscription>()
const failure = shallowRef<Failure>()

async function say(method: string): Promise<void> {
  try {
    failure.value = undefined
    known.value = await ask<Subscription>(at, { method })
  } catch (error) {
    failure.value = asFailure(error)
  }
}
onMounted(() => say('GET'))
</script>

<template>
  <main class="letter">
    <p class="brand"><img :src="sieve" alt="" width="22" height="22" /> Plain Sieve</p>
    <template v-if="known">
      <h1>{{ known.delivery }}</h1>
      <template v-if="known.unsubscribed">
        <p role="status">{{ known.address }} is unsubscribed.</p>
        <button class="as-link" @click="say('DELETE')">Subscribe again</button>
      </template>
      <template v-else>
        <p>It is sent to {{ known.address }}.</p>
        <button class="btn btn-primary" @click="say('POST')">Unsubscribe</button>
      </template>
    </template>
    <FailureNote v-if="failure" :failure="failure" />
  </main>
</template>

<style scoped>
.letter {
  max-width: 520px;
  margin: 12vh auto 0;
  padding: 0 20px;
}
.brand {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--soft);
}
h1 {
  font-size: 22px;
}
</style>
