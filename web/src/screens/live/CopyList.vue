<script setup lang="ts">
/* Answers that are kept here and asked as tables, each as a sentence. */
import { onScopeDispose, computed, ref, watch } from 'vue'
import { list } from '../../api/client'
import { inApi } from '../../api/project'
import type { SentenceOption, QueryCard, StoredCopy } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import RemovedObjects from '../../objects/RemovedObjects.vue'
import OfferedMark from '../../sentence/OfferedMark.vue'
import FailureNote from '../../widgets/FailureNote.vue'
import { useChanges } from '../people/useChanges'
import CopyLine from './CopyLine.vue'

const LOOK_EVERY = 1500
const emit = defineEmits<{ changed: [] }>()
const { state, reload } = useLoaded(async signal => ({
  copies: await list<StoredCopy>('/stored-copies', signal),
  queries: await list<QueryCard>('/queries', signal),
}))
const removed = ref<InstanceType<typeof RemovedObjects>>()
const { failure, change } = useChanges(reloaded)
async function reloaded(): Promise<void> {
  await Promise.all([reload(), removed.value?.reload()])
  emit('changed')
}
const copies = computed(() => (state.value.status === 'ready' ? state.value.data.copies : []))
const queries = computed(() => (state.value.status === 'ready' ? state.value.data.queries : []))

/* While one is refreshed, its line follows. */
let timer: ReturnType<typeof setTimeout> | undefined
watch(copies, (now, before) => {
  clearTimeout(timer)
  const open = (all: StoredCopy[]): boolean => all.some(copy => ['due', 'running'].includes(copy.lastJob.state))
  if (open(now)) timer = setTimeout(() => void reload(), LOOK_EVERY)
  else if (open(before)) emit('changed')
})
onScopeDispose(() => clearTimeout(timer))

const at = (id: string): string => inApi(`/stored-copies/${encodeURIComponent(id)}`)
const offers = (): Promise<SentenceOption[]> =>
  Promise.resolve(queries.value.map(query => ({ id: query.id, label: query.name, note: query.sourceId, reason: '' })))
const add = (queryId: string): Promise<unknown> => {
  const name = queries.value.find(query => query.id === queryId)?.name ?? queryId
  return change(inApi('/stored-copies'), 'POST', { queryId, name: `${name}, kept` })
}
const keep = (copy: StoredCopy, changed: Partial<StoredCopy>): Promise<unknown> => {
  const { name, partitionBy, refreshedPartitions, schedule, paused, version } = { ...copy, ...changed }
  return change(at(copy.id), 'PUT', { name, partitionBy, refreshedPartitions, schedule, paused, version })
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
        @refresh="change(`${at(copy.id)}/refresh`, 'POST')"
        @decide="change(`${at(copy.id)}/held-result`, 'POST', { accept: $event })"
        @remove="change(at(copy.id), 'DELETE')" />
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
