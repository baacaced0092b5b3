<script setup lang="ts">
/* A group as a sentence: its members and role. */
import { computed, ref } from 'vue'
import { server } from '../../api/client'
import type { PeopleGroup, PersonCard, ProjectCard } from '../../api/types'
import { listInWords } from '../../formats'
import FailureNote from '../../widgets/FailureNote.vue'
import GroupAccess from './GroupAccess.vue'
import { useMe } from '../../api/me'
import TypedMark from '../../sentence/TypedMark.vue'
import RoleMarks from './RoleMarks.vue'
import { useChanges } from './useChanges'

const props = defineProps<{
  group: PeopleGroup
  people: PersonCard[]
  projects: ProjectCard[]
  changed: () => Promise<unknown>
}>()
const { failure, change } = useChanges(() => props.changed())
const params = { path: { id: props.group.id } }
const members = computed(() =>
  listInWords(props.people.filter(person => person.groups.includes(props.group.id)).map(person => person.label)),
)
const { me } = useMe()
const renaming = ref(false)
const called = ref('')
async function rename(): Promise<void> {
  await change(() => server.patch('/groups/{id}', { params, body: { name: called.value } }))
  renaming.value = failure.value !== undefined
}
</script>

<template>
  <li class="card-box group" :aria-label="group.name">
    <p class="m-0">
      <b>{{ group.name }}</b>: {{ members || 'no members yet' }}; role:
      <RoleMarks
        :who="group.name"
        :roles="group.roles"
        :projects="projects"
        @give="
          (projectId, role) => change(() => server.put('/groups/{id}/role', { params, body: { projectId, role } }))
        "
        @take="
          projectId => change(() => server.remove('/groups/{id}/role', { params: { ...params, query: { projectId } } }))
        " /><GroupAccess
        v-for="says in group.rowAccess"
        :key="says.projectId + says.parameter"
        :who="group.name"
        :says="says"
        :projects="projects"
        @say="change(() => server.put('/groups/{id}/row-access', { params, body: $event }))" /><template
        v-if="me?.service"
        >; members also by {{ me.service }} group
        <TypedMark
          :text="group.membershipClaims.join(', ') || 'no claim'"
          :begins="group.membershipClaims.join(', ')"
          :about="`who is in ${group.name}`"
          data-mark="claimed"
          @take="
            change(() => server.put('/groups/{id}/membership-claims', { params, body: { values: $event.split(',') } }))
          " /></template
      >.
    </p>
    <form v-if="renaming" class="row-line flex-nowrap" @submit.prevent="rename">
      <input v-model="called" class="form-control" :aria-label="`Another name for ${group.name}`" /><button
        class="as-link">
        Rename
      </button>
    </form>
    <div v-else class="row-line soft">
      <button class="as-link soft" @click="((renaming = true), (called = group.name))">Rename</button>
      <button class="as-link soft" @click="change(() => server.remove('/groups/{id}', { params }))">Remove</button>
    </div>
    <FailureNote v-if="failure" :failure="failure" />
  </li>
</template>

<style scoped>
.group {
  padding: 9px 14px;
}
</style>
