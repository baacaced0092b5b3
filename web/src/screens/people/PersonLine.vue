<script setup lang="ts">
/* A user as a sentence: roles, groups, last activity. */
import { computed, shallowRef } from 'vue'
import { server } from '../../api/client'
import type { SentenceOption, PeopleGroup, PersonCard, ProjectCard, Role, SignInLink } from '../../api/types'
import { agoInWords } from '../reports/timeAgo'
import OfferedMark from '../../sentence/OfferedMark.vue'
import TypedMark from '../../sentence/TypedMark.vue'
import FailureNote from '../../widgets/FailureNote.vue'
import SignInLinkNote from './SignInLinkNote.vue'
import RoleMarks from './RoleMarks.vue'
import { useChanges } from './useChanges'

const props = defineProps<{
  person: PersonCard
  groups: PeopleGroup[]
  projects: ProjectCard[]
  changed: () => Promise<unknown>
}>()
const { failure, change } = useChanges(() => props.changed())
const link = shallowRef<SignInLink>()

const params = { path: { id: props.person.id } }
const mine = computed(() => props.groups.filter(group => props.person.groups.includes(group.id)))
const state = computed(() =>
  props.person.suspended
    ? 'Suspended'
    : props.person.lastSeen
      ? `Last active ${agoInWords(props.person.lastSeen, Date.now())}`
      : props.person.hasPassword
        ? 'Signed out'
        : 'Never signed in',
)

/* Joining and leaving a group use the same mark. */
const groupOffers = (): Promise<SentenceOption[]> =>
  Promise.resolve(
    props.groups.map(group => ({
      id: group.id,
      label: group.name,
      note: props.person.groups.includes(group.id) ? 'remove from group' : '',
      reason: '',
    })),
  )
const inGroup = (id: string): Promise<unknown> =>
  change(() => {
    const member = { params: { path: { id, personId: props.person.id } } }
    return props.person.groups.includes(id)
      ? server.remove('/groups/{id}/people/{personId}', member)
      : server.put('/groups/{id}/people/{personId}', member)
  })
const give = (projectId: string, role: Role): Promise<unknown> =>
  change(() => server.put('/people/{id}/role', { params, body: { projectId, role } }))
const take = (projectId: string): Promise<unknown> =>
  change(() => server.remove('/people/{id}/role', { params: { ...params, query: { projectId } } }))

async function newLink(): Promise<void> {
  link.value = await change(() => server.post('/people/{id}/link', { params }))
}
</script>

<template>
  <li class="card-box person" :aria-label="person.label" :class="{ suspended: person.suspended }">
    <p class="m-0">
      <b>{{ person.label }}</b> <span class="soft mono">{{ person.name }}</span>
      {{ person.roles.length ? 'is' : 'has' }}
      <RoleMarks :who="person.label" :roles="person.roles" :projects="projects" @give="give" @take="take" /><template
        v-if="groups.length"
        >; in
        <OfferedMark
          :text="mine.length ? mine.map(group => group.name).join(', ') : 'no group'"
          :about="`the groups of ${person.label}`"
          data-mark="groups"
          :offers="groupOffers"
          @take="inGroup" /></template
      >; email
      <TypedMark
        :text="person.email || 'no address'"
        :begins="person.email"
        :about="`where ${person.label} gets mail`"
        data-mark="mail"
        @take="change(() => server.put('/people/{id}/email', { params, body: { email: $event } }))" />.
      <span class="soft">{{ state }}.</span>
    </p>
    <div class="row-line soft">
      <button class="as-link soft" :title="person.hasPassword ? 'Their password becomes invalid' : ''" @click="newLink">
        New sign-in link
      </button>
      <button
        class="as-link soft"
        @click="change(() => server.put('/people/{id}/suspended', { params, body: { suspended: !person.suspended } }))">
        {{ person.suspended ? 'Reactivate' : 'Suspend' }}
      </button>
      <button class="as-link soft" @click="change(() => server.remove('/people/{id}', { params }))">Remove</button>
    </div>
    <SignInLinkNote v-if="link" :link="link" :label="person.label" />
    <FailureNote v-if="failure" :failure="failure" />
  </li>
</template>

<style scoped>
.person {
  padding: 9px 14px;
}
.suspended b {
  text-decoration: line-through;
}
</style>
