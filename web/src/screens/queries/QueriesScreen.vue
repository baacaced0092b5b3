<script setup lang="ts">
import { BButton, BFormInput, BFormSelect } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { project } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import RemovedObjects from '../../objects/RemovedObjects.vue'
import ObjectActions from '../../objects/ObjectActions.vue'
import { START } from '../../query/request'
import { HEADER } from '../../query/steps'
import ProjectFiles from './ProjectFiles.vue'

const router = useRouter()
const { state, reload } = useLoaded(async signal => ({
  queries: await project.list('/queries', { signal }),
  sources: await project.list('/sources', { signal }),
}))
const removed = ref<InstanceType<typeof RemovedObjects>>()
const again = async (): Promise<void> => {
  await Promise.all([reload(), removed.value?.reload()])
}
const name = ref('')
const sourceId = ref('')
const kind = ref('steps')
const KINDS = [
  { value: 'steps', text: 'as steps' },
  { value: 'sql', text: 'as plain SQL' },
]
const TEXTS: Record<string, string> = { steps: HEADER, sql: '', request: START }
const failed = ref<Failure>()
const sources = computed(() =>
  state.value.status === 'ready'
    ? state.value.data.sources.map(s => ({ value: s.id, text: `${s.id} · ${s.title}` }))
    : [],
)

const source = computed(() => sourceId.value || sources.value[0]?.value)
/* Only services are queried by web requests. */
const onService = computed(
  () => state.value.status === 'ready' && state.value.data.sources.some(s => s.id === source.value && s.kind === 'web'),
)

async function add(): Promise<void> {
  try {
    const query = await project.post('/queries', {
      body: {
        name: name.value,
        source: source.value,
        text: TEXTS[onService.value ? 'request' : kind.value],
      },
    })
    await router.push(`/queries/${query.id}`)
  } catch (error) {
    failed.value = asFailure(error)
  }
}
</script>

<template>
  <main class="page">
    <h1>Queries</h1>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <template v-else-if="state.status === 'ready'">
      <table class="plain list">
        <thead>
          <tr>
            <th>Query</th>
            <th>Source</th>
            <th><span class="visually-hidden">Actions</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="query in state.data.queries" :key="query.id">
            <td>
              <RouterLink :to="`/queries/${query.id}`">{{ query.name }}</RouterLink>
            </td>
            <td class="soft">{{ query.source }}</td>
            <td class="wide">
              <ObjectActions
                :thing="{ kind: 'query', id: query.id, name: query.name, version: query.version }"
                :changed="again" />
            </td>
          </tr>
        </tbody>
      </table>
      <form class="row-line pt-3" @submit.prevent="add">
        <BFormInput v-model="name" class="w-auto" placeholder="Name of a new query" aria-label="Name of a new query" />
        <span class="soft">on</span>
        <BFormSelect
          v-model="sourceId"
          class="w-auto"
          :options="[{ value: '', text: sources[0]?.text ?? 'no source yet' }, ...sources.slice(1)]"
          aria-label="Source" />
        <span v-if="onService" class="soft">as a web request</span>
        <BFormSelect v-else v-model="kind" class="w-auto" :options="KINDS" aria-label="How it is written" />
        <BButton type="submit" variant="primary" :disabled="!name.trim() || sources.length === 0"
          >Open on the bench</BButton
        >
      </form>
      <FailureNote v-if="failed" :failure="failed" class="mt-2" />
      <RemovedObjects ref="removed" kind="query" :changed="reload" />
      <ProjectFiles @changed="again" />
    </template>
  </main>
</template>

<style scoped>
.list {
  max-width: 980px;
}
.list td {
  vertical-align: top;
}
.list td.wide {
  white-space: normal;
  width: 60%;
}
</style>
