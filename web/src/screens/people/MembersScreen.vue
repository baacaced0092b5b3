<script setup lang="ts">
/* The members of this project, for its operators. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { project } from '../../api/client'
import type { SentenceOption, Member, Role } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import OfferedMark from '../../sentence/OfferedMark.vue'
import FailureNote from '../../widgets/FailureNote.vue'
import { NOTHING, ROLES, roleOf } from './roles'
import { useChanges } from './useChanges'

const { state, reload } = useLoaded(signal => project.get('/members', { signal }))
const { failure, change } = useChanges(reload)
const members = computed(() => (state.value.status === 'ready' ? state.value.data.members : []))
const groups = computed(() => (state.value.status === 'ready' ? state.value.data.groups : []))

const offers = (now: string): Promise<SentenceOption[]> =>
  Promise.resolve([
    ...ROLES.map(role => ({ id: role.id, label: role.id, note: role.id === now ? 'as it is' : role.may, reason: '' })),
    { id: NOTHING, label: NOTHING, note: 'remove', reason: '' },
  ])
const give = (kind: Member['kind'], name: string, role: Role): Promise<unknown> =>
  change(() => project.put('/members', { body: { kind, name, role } }))
function take(member: Member, option: string): void {
  const role = roleOf(option)
  if (role) void give(member.kind, member.name, role)
  else void change(() => project.remove('/members', { params: { query: { kind: member.kind, name: member.name } } }))
}

const name = ref('')
async function add(): Promise<void> {
  await give('person', name.value, 'viewer')
  if (!failure.value) name.value = ''
}
const groupOffers = (): Promise<SentenceOption[]> =>
  Promise.resolve(groups.value.map(group => ({ id: group, label: group, note: '', reason: '' })))
</script>

<template>
  <main class="page">
    <div class="row-line pb-1">
      <h1>People</h1>
      <span class="soft">roles in this project</span>
    </div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <ul class="card-list" aria-label="People and groups of this project">
      <li v-for="member in members" :key="member.kind + member.name" class="card-box">
        <b>{{ member.label }}</b>{{ member.kind === 'group' ? ', everyone in it,' : '' }} is
        <OfferedMark
          :text="member.role"
          :about="`what ${member.label} may do here`"
          :offers="() => offers(member.role)"
          @take="take(member, $event)" />
        here.
      </li>
    </ul>
    <form class="row-line pt-2" aria-label="Another person" @submit.prevent="add">
      <input
        v-model="name"
        class="form-control w-auto"
        placeholder="name"
        aria-label="Sign-in name"
        autocapitalize="none"
        spellcheck="false" />
      <BButton type="submit" variant="outline-primary" :disabled="!name.trim()">Add as viewer</BButton>
      <template v-if="groups.length"
        >or everyone in
        <OfferedMark
          text="a group …"
          about="the group that may view"
          data-mark="group"
          :offers="groupOffers"
          @take="give('group', $event, 'viewer')"
      /></template>
    </form>
    <FailureNote v-if="failure" :failure="failure" />
    <p class="soft pt-3">Accounts and groups are managed by the server's operators.</p>
  </main>
</template>

<style scoped>
.card-list li {
  padding: 9px 14px;
}
</style>
