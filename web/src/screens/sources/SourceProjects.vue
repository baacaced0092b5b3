<script setup lang="ts">
/* The projects a source is assigned to, as an editable sentence; for operators of all projects. */
import { computed } from 'vue'
import { server } from '../../api/client'
import type { SentenceOption } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import { listInWords } from '../../formats'
import OfferedMark from '../../sentence/OfferedMark.vue'
import FailureNote from '../../widgets/FailureNote.vue'
import { useChanges } from '../people/useChanges'

const EVERY = 'every project'
const props = defineProps<{ source: string }>()
const params = { path: { id: props.source } }
const { state: allowed, reload } = useLoaded(signal => server.get('/allowed-sources/{id}', { params, signal }))
const { state: known } = useLoaded(signal => server.list('/projects', { signal }))
const { failure, change } = useChanges(reload)

const projects = computed(() => (known.value.status === 'ready' ? known.value.data : []))
const named = computed(() => (allowed.value.status === 'ready' ? allowed.value.data.projects : []))
const nameOf = (id: string): string => projects.value.find(project => project.id === id)?.name ?? id
const words = computed(() => (named.value.length ? listInWords(named.value.map(nameOf)) : EVERY))

const offer = (id: string, words: string, note: string): SentenceOption => ({ id, label: words, note, reason: '' })
const offers = (): Promise<SentenceOption[]> =>
  Promise.resolve([
    offer('', EVERY, named.value.length ? 'also future projects' : 'as it is'),
    ...projects.value
      .filter(project => !named.value.includes(project.id))
      .map(project =>
        named.value.length
          ? offer(`+${project.id}`, `also ${project.name}`, '')
          : offer(`+${project.id}`, `${project.name} alone`, ''),
      ),
    ...(named.value.length > 1
      ? named.value.map(id => offer(`-${id}`, `not ${nameOf(id)}`, 'not used by this project'))
      : []),
  ])

function take(taken: string): void {
  const id = taken.slice(1)
  const next = taken === '' ? [] : taken.startsWith('+') ? [...named.value, id] : named.value.filter(one => one !== id)
  void change(() => server.put('/allowed-sources/{id}', { params, body: { projects: next } }))
}
</script>

<template>
  <p v-if="allowed.status === 'ready' && projects.length > 1" class="mark-line my-1">
    For <OfferedMark :text="words" :about="`the projects that may ask ${source}`" :offers="offers" @take="take" />.
  </p>
  <FailureNote v-if="failure" :failure="failure" />
</template>

<style scoped>
.mark-line {
  line-height: 1.9;
}
</style>
