<script setup lang="ts">
/* The current project, the others, and a new one. Each project is a page of its own. */
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref, shallowRef } from 'vue'
import { server } from './api/client'
import { type Failure, asFailure } from './api/failure'
import { useMe } from './api/me'
import { inServer } from './api/location'
import { projectId } from './api/project'
import { useLoaded } from './composables/useLoaded'
import FailureNote from './widgets/FailureNote.vue'
import PopoverMenu from './widgets/PopoverMenu.vue'

const { me, isOperator } = useMe()
const { state, reload } = useLoaded(signal => server.list('/projects', { signal }))
const projects = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const name = computed(() => projects.value.find(one => one.id === projectId)?.name ?? projectId)
const added = ref('')
const called = ref('')
const failure = shallowRef<Failure>()
const reports = (id: string): string => `/projects/${encodeURIComponent(id)}/reports`

async function attempt(work: () => Promise<unknown>): Promise<void> {
  try {
    failure.value = undefined
    await work()
  } catch (error) {
    failure.value = asFailure(error)
  }
}
const add = (): Promise<void> =>
  attempt(async () => {
    const { id } = await server.post('/projects', { body: { name: added.value } })
    location.assign(inServer(reports(id)))
  })
const rename = (): Promise<void> =>
  attempt(async () => {
    await server.patch('/projects/{project}', {
      params: { path: { project: projectId } },
      body: { name: called.value },
    })
    called.value = ''
    await reload()
  })
</script>

<template>
  <PopoverMenu role="group" toggle-class="as-link soft" stays>
    <template #words
      ><span class="visually-hidden">Project: </span>{{ name }} <span aria-hidden="true">▾</span></template
    >
    <div class="px-3 py-1 menu">
      <div v-for="one in projects" :key="one.id" class="project">
        <b v-if="one.id === projectId">{{ one.name }}</b><a v-else :href="inServer(reports(one.id))">{{ one.name }}</a>
      </div>
      <form v-if="isOperator" class="row-line flex-nowrap pt-2" @submit.prevent="rename">
        <BFormInput
          v-model="called"
          placeholder="Another name for this one"
          aria-label="Another name for this project" /><button class="as-link" :disabled="!called.trim()">
          Rename
        </button>
      </form>
      <form v-if="me?.operator" class="row-line flex-nowrap pt-1" @submit.prevent="add">
        <BFormInput v-model="added" placeholder="Name of a new project" aria-label="Name of a new project" /><button
          class="as-link"
          :disabled="!added.trim()">
          Begin
        </button>
      </form>
      <FailureNote v-if="failure" :failure="failure" class="mt-1" />
    </div>
  </PopoverMenu>
</template>

<style scoped>
.menu {
  width: 300px;
}
.project {
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
