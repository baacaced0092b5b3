<script setup lang="ts">
/* Signing in: by name and password, or by the link that was just opened, after which a password is chosen. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { server } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import { askWho } from '../../api/me'
import { inServer } from '../../api/location'
import FailureNote from '../../widgets/FailureNote.vue'
import { pageToComeBackTo } from './returnAddress'
import { wrongInWords } from './signInError'
import sieve from '../../style/sieve.svg?inline'

const name = ref('')
const password = ref('')
const busy = ref(false)
const failure = shallowRef<Failure>()
/* The user whose password is being set; empty while signed out. */
const chooses = ref('')
const label = ref('')
const words = computed(() =>
  chooses.value
    ? { title: `Welcome, ${label.value}`, action: 'Save password', field: 'New password' }
    : { title: 'Sign in', action: 'Sign in', field: 'Password' },
)

/* The OpenID Connect provider, and the error of a failed sign-in. */
const service = ref('')
const wrong = wrongInWords(new URLSearchParams(location.search).get('wrong'))
const byService = inServer(`/sign-in/by-service?back=${encodeURIComponent(pageToComeBackTo(location))}`)
onMounted(async () => {
  service.value = (await askWho().catch(() => undefined))?.service ?? ''
})

const goOn = (): void => location.replace(pageToComeBackTo(location))
const signInAs = (who: string): Promise<unknown> =>
  server.post('/sign-in', { body: { name: who, password: password.value } })

async function attempt(work: () => Promise<void>): Promise<void> {
  busy.value = true
  failure.value = undefined
  try {
    await work()
  } catch (error) {
    failure.value = asFailure(error)
  } finally {
    busy.value = false
  }
}

const signIn = (): Promise<void> =>
  attempt(async () => {
    if (chooses.value) {
      await server.put('/me/password', { body: { before: '', password: password.value } })
      await signInAs(chooses.value)
    } else await signInAs(name.value)
    goOn()
  })

/* The secret stays in no address bar and in no history. */
function takeLink(): void {
  const secret = /^#link=(.+)$/.exec(location.hash)?.[1]
  if (!secret) return
  history.replaceState(null, '', location.pathname + location.search)
  void attempt(async () => {
    const taken = await server.post('/sign-in/link', { body: { secret } })
    if (!taken.choosesPassword) return goOn()
    const me = await askWho()
    label.value = me.label
    chooses.value = me.name
  })
}
onMounted(() => {
  takeLink()
  window.addEventListener('hashchange', takeLink)
})
onBeforeUnmount(() => window.removeEventListener('hashchange', takeLink))
</script>

<template>
  <main class="sign-in">
    <div class="brand"><img :src="sieve" alt="" width="30" height="30" />Plain Sieve</div>
    <form class="card-box" @submit.prevent="signIn">
      <h1>{{ words.title }}</h1>
      <p v-if="wrong && !chooses" class="note bad m-0" role="alert">{{ wrong }}</p>
      <template v-if="service && !chooses">
        <a class="btn btn-primary" :href="byService">With {{ service }}</a>
        <p class="soft small m-0">or with a name and password of this server:</p>
      </template>
      <label v-if="!chooses"
        >Name<input
          v-model="name"
          class="form-control"
          autocomplete="username"
          autocapitalize="none"
          spellcheck="false"
          required
          autofocus
      /></label>
      <p v-else class="soft m-0">
        The link is used up. You sign in as <b>{{ chooses }}</b> from now on.
      </p>
      <label
        >{{ words.field
        }}<input
          v-model="password"
          class="form-control"
          type="password"
          :autocomplete="chooses ? 'new-password' : 'current-password'"
          required
      /></label>
      <p v-if="chooses" class="soft small m-0">At least ten characters; a few words of your own are best.</p>
      <FailureNote v-if="failure" :failure="failure" />
      <div class="row-line">
        <button class="btn" :class="service && !chooses ? 'btn-outline-primary' : 'btn-primary'" :disabled="busy">
          {{ words.action }}
        </button>
        <button v-if="chooses" type="button" class="as-link" @click="goOn">Not now</button>
      </div>
    </form>
    <p v-if="!chooses" class="soft small">No password yet, or forgotten? Ask your administrator for a sign-in link.</p>
  </main>
</template>

<style scoped>
.sign-in {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 16px;
  padding: 12vh 16px 16px;
}
.brand {
  display: flex;
  align-items: center;
  gap: 10px;
  font-size: 19px;
  font-weight: 700;
}
form {
  display: flex;
  flex-direction: column;
  gap: 12px;
  width: min(360px, 100%);
  padding: 20px 22px;
}
label {
  display: flex;
  flex-direction: column;
  gap: 3px;
}
</style>
