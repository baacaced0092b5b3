<script setup lang="ts">
/* API keys of the user: each for one project or all, with a maximum role and an expiry. */
import { computed, ref, shallowRef } from 'vue'
import { server } from '../../api/client'
import type { CreatedKey, Me, NewApiKey } from '../../api/types'
import { copyText } from '../../clipboard'
import { useLoaded } from '../../composables/useLoaded'
import { dateInWords } from '../../formats'
import { agoInWords } from '../reports/timeAgo'
import FailureNote from '../../widgets/FailureNote.vue'
import { ROLES } from '../people/roles'
import { useChanges } from '../people/useChanges'

const props = defineProps<{ projects: Me['projects'] }>()
const { state, reload } = useLoaded(signal => server.get('/me/keys', { signal }))
const { failure, change } = useChanges(reload)
const keys = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const wanted = ref<NewApiKey>({ name: '', projectId: '', role: 'viewer', days: 90 })
const made = shallowRef<CreatedKey>()
const copied = ref(false)
const project = (id: string): string => props.projects.find(one => one.id === id)?.name ?? 'all your projects'

async function make(): Promise<void> {
  made.value = await change(() => server.post('/me/keys', { body: wanted.value }))
  if (made.value) wanted.value.name = ''
  copied.value = false
}
async function copy(): Promise<void> {
  await copyText(made.value?.secret ?? '')
  copied.value = true
}
</script>

<template>
  <section aria-label="API keys">
    <h2 class="pb-1">API keys</h2>
    <p class="soft m-0">A program that sends one as <code>Authorization: Bearer …</code> acts on your behalf.</p>
    <ul class="keys">
      <li v-for="key in keys" :key="key.id">
        <b>{{ key.name }}</b> may do what a {{ key.role }} may in {{ project(key.projectId) }}, until
        {{ dateInWords(key.endsAt.slice(0, 10)) }};
        <span class="soft">{{ key.usedAt ? `last used ${agoInWords(key.usedAt, Date.now())}` : 'never used' }}.</span>
        <button
          class="as-link"
          @click="change(() => server.remove('/me/keys/{id}', { params: { path: { id: key.id } } }))">
          Remove
        </button>
      </li>
    </ul>
    <form class="row-line" aria-label="New API key" @submit.prevent="make">
      <input
        v-model="wanted.name"
        class="form-control w-auto"
        placeholder="What it is for"
        aria-label="What the key is for" />
      may do what a
      <select v-model="wanted.role" class="form-select w-auto" aria-label="What the key may do">
        <option v-for="role in ROLES" :key="role.id" :value="role.id">{{ role.id }}</option>
      </select>
      may in
      <select v-model="wanted.projectId" class="form-select w-auto" aria-label="The project of the key">
        <option value="">all your projects</option>
        <option v-for="one in projects" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
      for
      <input
        v-model.number="wanted.days"
        class="form-control days"
        type="number"
        min="1"
        max="366"
        aria-label="For how many days" />
      days
      <button class="btn btn-outline-primary" :disabled="!wanted.name?.trim()">Create key</button>
    </form>
    <div v-if="made" class="note my-1" role="status">
      Copy the key now; it is not shown again.
      <div class="row-line">
        <code class="secret" data-test="secret">{{ made.secret }}</code><button class="as-link" @click="copy">
          {{ copied ? 'Copied' : 'Copy' }}
        </button>
      </div>
    </div>
    <FailureNote v-if="failure" :failure="failure" />
  </section>
</template>

<style scoped>
.keys {
  list-style: none;
  margin: 0;
  padding: 6px 0;
  line-height: 1.9;
}
.days {
  width: 76px;
}
.secret {
  overflow-wrap: anywhere;
  user-select: all;
}
</style>
