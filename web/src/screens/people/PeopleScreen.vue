<script setup lang="ts">
/* People, groups and roles. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref, shallowRef, watch } from 'vue'
import { server } from '../../api/client'
import type { PeopleGroup, PersonCard, ProjectCard, SignInLink } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import AuditList from './AuditList.vue'
import SignInLinkNote from './SignInLinkNote.vue'
import GroupLine from './GroupLine.vue'
import PersonLine from './PersonLine.vue'
import { useChanges } from './useChanges'

interface All {
  people: PersonCard[]
  groups: PeopleGroup[]
  projects: ProjectCard[]
}
const { state, reload } = useLoaded(async (signal): Promise<All> => {
  const [people, groups, projects] = await Promise.all([
    server.list('/people', { signal }),
    server.list('/groups', { signal }),
    server.list('/projects', { signal }),
  ])
  return { people, groups, projects }
})
const all = computed<All>(() =>
  state.value.status === 'ready' ? state.value.data : { people: [], groups: [], projects: [] },
)
const deeds = ref<InstanceType<typeof AuditList>>()
const again = (): Promise<unknown> => Promise.all([reload(), deeds.value?.reload()])
const { failure, change } = useChanges(again)

/* Thousands of users are searched; a page does not show all of them at once. */
const SHOWN = 100
const FEW = 20
const sought = ref('')
const limit = ref(SHOWN)
watch(sought, () => (limit.value = SHOWN))
const found = computed(() => {
  const words = sought.value.toLowerCase().split(/\s+/).filter(Boolean)
  return all.value.people.filter(person => {
    const text = `${person.label} ${person.name} ${person.email}`.toLowerCase()
    return words.every(word => text.includes(word))
  })
})

const label = ref('')
const name = ref('')
const group = ref('')
const made = shallowRef<{ link: SignInLink; label: string }>()
async function addPerson(): Promise<void> {
  const link = await change(() => server.post('/people', { body: { name: name.value, label: label.value } }))
  if (!link) return
  made.value = { link, label: label.value || name.value }
  label.value = name.value = ''
}
async function addGroup(): Promise<void> {
  if (await change(() => server.post('/groups', { body: { name: group.value } }))) group.value = ''
}
</script>

<template>
  <main class="page people">
    <div class="row-line pb-1">
      <h1>People</h1>
      <span class="soft">accounts and roles</span>
      <input
        v-if="all.people.length > FEW"
        v-model="sought"
        class="form-control w-auto ms-auto"
        type="search"
        placeholder="Find a person"
        aria-label="Find a person" />
    </div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <ul class="card-list" aria-label="People">
      <PersonLine
        v-for="person in found.slice(0, limit)"
        :key="person.id"
        :person="person"
        :groups="all.groups"
        :projects="all.projects"
        :changed="again" />
    </ul>
    <p v-if="sought && found.length === 0" class="soft">No person matches “{{ sought }}”.</p>
    <button v-if="found.length > limit" class="as-link" @click="limit += SHOWN">
      Show {{ Math.min(SHOWN, found.length - limit) }} more of {{ found.length }}
    </button>
    <form class="row-line pt-1" aria-label="Another person" @submit.prevent="addPerson">
      <input v-model="label" class="form-control w-auto" placeholder="New person" aria-label="Display name" />
      signs in as
      <input
        v-model="name"
        class="form-control w-auto"
        placeholder="name"
        aria-label="Sign-in name"
        autocapitalize="none"
        spellcheck="false" />
      <BButton type="submit" variant="outline-primary" :disabled="!name.trim()">Add</BButton>
    </form>
    <SignInLinkNote v-if="made" :link="made.link" :label="made.label" />
    <FailureNote v-if="failure" :failure="failure" />

    <div class="row-line pt-4 pb-1">
      <h2>Groups</h2>
      <span class="soft">reports and rows can be limited to groups</span>
    </div>
    <ul class="card-list" aria-label="Groups">
      <GroupLine
        v-for="one in all.groups"
        :key="one.id"
        :group="one"
        :people="all.people"
        :projects="all.projects"
        :changed="again" />
    </ul>
    <form class="row-line pt-1 pb-4" aria-label="Another group" @submit.prevent="addGroup">
      <input v-model="group" class="form-control w-auto" placeholder="Another group" aria-label="Name of a new group" />
      <BButton type="submit" variant="outline-primary" :disabled="!group.trim()">Add</BButton>
    </form>
    <AuditList ref="deeds" :projects="all.projects" />
  </main>
</template>

<style scoped>
.card-list :deep(p) {
  line-height: 1.8;
}
</style>
