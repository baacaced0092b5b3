<script setup lang="ts">
/* Stored copies, each as a sentence. */
import { onScopeDispose, computed, ref, watch } from 'vue'
import { project } from '../../../api/client'
import type { SentenceOption, StoredCopy } from '../../../api/types'
import { useLoaded } from '../../../composables/useLoaded'
import RemovedObjects from '../../../objects/RemovedObjects.vue'
import OfferedMark from '../../../sentence/OfferedMark.vue'
import FailureNote from '../../../widgets/FailureNote.vue'
import { useChanges } from '../../people/useChanges'
import CopyLine from './CopyLine.vue'

const LOOK_EVERY = 1500
const emit = defineEmits<{ changed: [] }>()
const { state, reload } = useLoaded(async signal => ({
  copies: await project.list('/stored-copies', { signal }),
  queries: await project.list('/queries', { signal }),
}))
const removed = ref<InstanceType<typeof RemovedObjects>>()
const { failure, change } = useChanges(reloaded)
async function reloaded(): Promise<void> {
  await Promise.all([reload(), removed.value?.reload()])
  emit('changed')
}
const copies = computed(() => (state.value.status === 'ready' ? state.value.data.copies : []))
const queries = computed(() => (state.value.status === 'ready' ? state.value.data.queries : []))

/* While one is refreshed, its line is updated. */
let timer: ReturnType<typeof setTimeout> | undefined
watch(copies, (now, before) => {
  clearTimeout(timer)
  const open = (all: StoredCopy[]): boolean =>
    all.some(copy => copy.lastJob.state === 'due' || copy.lastJob.state === 'running')
  if (open(now)) timer = setTimeout(() => void reload(), LOOK_EVERY)
  else if (open(before)) emit('changed')
})
onScopeDispose(() => clearTimeout(timer))

const paramsOf = (copy: StoredCopy) => ({ path: { id: copy.id } })
const refresh = (copy: StoredCopy): Promise<unknown> =>
  change(() => project.post('/stored-copies/{id}/refresh', { params: paramsOf(copy) }))
const decide = (copy: StoredCopy, accept: boolean): Promise<unknown> =>
  change(() => project.post('/stored-copies/{id}/held-result', { params: paramsOf(copy), body: { accept } }))
const remove = (copy: StoredCopy): Promise<unknown> =>
  change(() => project.remove('/stored-copies/{id}', { params: paramsOf(copy) }))
const offers = (): Promise<SentenceOption[]> =>
  Promise.resolve(queries.value.map(query => ({ id: query.id, label: query.name, note: query.source, reason: '' })))
const add = (query: string): Promise<unknown> => {
  const name = queries.value.find(one => one.id === query)?.name ?? query
  return change(() => project.post('/stored-copies', { body: { query, name: `${name}, kept` } }))
}
function keep(copy: StoredCopy, changed: Partial<StoredCopy>): Promise<unknown> {
  const { name, partitionBy, refreshedPartitions, schedule, paused, version } = { ...copy, ...changed }
  return change(() =>
    project.put('/stored-copies/{id}', {
      params: paramsOf(copy),
      body: { name, partitionBy, refreshedPartitions, schedule, paused, version },
    }),
  )
}
</script>

<template>
  <section class="card-box" aria-label="Stored copies">
    <div class="row-line">
      <h2 class="fs-6 m-0">Stored copies</h2>
      <span class="soft">results stored here; choices run on them</span>
    </div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <ul class="copies">
      <CopyLine
        v-for="copy in copies"
        :key="copy.id"
        :copy="copy"
        :copies="copies"
        :queries="queries"
        @keep="keep(copy, $event)"
        @refresh="refresh(copy)"
        @decide="decide(copy, $event)"
        @remove="remove(copy)" />
    </ul>
    <OfferedMark text="+ New copy of …" about="a query" data-mark="add" :offers="offers" @take="add" />
    <FailureNote v-if="failure" :failure="failure" class="mt-2" />
    <RemovedObjects ref="removed" kind="stored-copy" :changed="reloaded" in-card />
  </section>
</template>

<style scoped>
.copies {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
</style>
