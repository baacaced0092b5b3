<script setup lang="ts">
/* Unsubscribes from a delivery, or subscribes again: for anyone who has one of its emails, without signing in. */
import { onMounted, shallowRef } from 'vue'
import { server } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import { withinServer } from '../../api/location'
import type { Subscription } from '../../api/types'
import FailureNote from '../../widgets/FailureNote.vue'
import sieve from '../../style/sieve.svg?inline'

const token = decodeURIComponent(withinServer(location.pathname).replace('/unsubscribe/', ''))
const init = { params: { path: { token } } }
const known = shallowRef<Subscription>()
const failure = shallowRef<Failure>()

async function take(work: () => Promise<Subscription>): Promise<void> {
  try {
    failure.value = undefined
    known.value = await work()
  } catch (error) {
    failure.value = asFailure(error)
  }
}
const look = (): Promise<void> => take(() => server.get('/unsubscribe/{token}', init))
const unsubscribe = (): Promise<void> => take(() => server.post('/unsubscribe/{token}', init))
const resubscribe = (): Promise<void> => take(() => server.remove('/unsubscribe/{token}', init))
onMounted(look)
</script>

<template>
  <main class="letter">
    <p class="brand"><img :src="sieve" alt="" width="22" height="22" /> Plain Sieve</p>
    <template v-if="known">
      <h1>{{ known.delivery }}</h1>
      <template v-if="known.unsubscribed">
        <p role="status">{{ known.address }} is unsubscribed.</p>
        <button class="as-link" @click="resubscribe">Subscribe again</button>
      </template>
      <template v-else>
        <p>It is sent to {{ known.address }}.</p>
        <button class="btn btn-primary" @click="unsubscribe">Unsubscribe</button>
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
