<script setup lang="ts">
/* Published versions, newest first: compare, open, restore. */
import { computed, ref, shallowRef } from 'vue'
import { project } from '../../../api/client'
import type { ChangedObject, Revision } from '../../../api/types'
import { useLoaded } from '../../../composables/useLoaded'
import FailureNote from '../../../widgets/FailureNote.vue'
import { useChanges } from '../../people/useChanges'
import RevisionDifference from './RevisionDifference.vue'
import { dayOf, thingsInWords } from './revisionTexts'

const PAGE = 30
const emit = defineEmits<{ back: [] }>()
const older = shallowRef<Revision[]>([])
const { state, reload: again } = useLoaded(signal => project.get('/revisions', { signal }))
const first = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const all = computed(() => [...first.value, ...older.value])
const more = ref(true)
async function reload(): Promise<void> {
  older.value = []
  more.value = true
  await again()
}
async function next(): Promise<void> {
  const last = all.value[all.value.length - 1]
  const found = last ? await project.get('/revisions', { params: { query: { before: last.number } } }) : []
  older.value = [...older.value, ...found]
  more.value = found.length === PAGE
}

const { failure, change } = useChanges(async () => {
  await reload()
  emit('back')
})
const open = ref(0)
const sure = ref(0)
async function goBack(number: number, thing?: Pick<ChangedObject, 'kind' | 'id'>): Promise<void> {
  sure.value = 0
  const why = `restoring version ${number}`
  await change(() =>
    project.post('/revisions/{number}/restore', {
      params: { path: { number }, query: { reason: why } },
      body: { kind: thing?.kind, id: thing?.id },
    }),
  )
}
defineExpose({ reload })
</script>

<template>
  <section class="card-box" aria-label="Versions">
    <div class="row-line">
      <h2 class="fs-6 m-0">Versions</h2>
      <span class="soft">newest first</span>
    </div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <FailureNote v-if="failure" :failure="failure" />
    <ol class="versions">
      <li v-for="(revision, i) in all" :key="revision.number">
        <div class="line">
          <span class="soft number">Version {{ revision.number }}</span>
          <div>
            {{ dayOf(revision.at) }}<template v-if="revision.reason">, “{{ revision.reason }}”</template>
            <span class="soft">
              · {{ thingsInWords(revision.changedObjects)
              }}{{ revision.person ? ` · by ${revision.person}` : '' }}</span
            >
            <div class="actions">
              <button
                class="as-link"
                :aria-expanded="open === revision.number"
                @click="open = open === revision.number ? 0 : revision.number">
                {{ open === revision.number ? 'Close' : 'Show changes' }}
              </button>
              <template v-if="i > 0">
                <button v-if="sure !== revision.number" class="as-link" @click="sure = revision.number">Restore</button>
                <span v-else
                  >Viewers get this version again; drafts are kept.
                  <button class="as-link" @click="goBack(revision.number)">Restore it</button>
                  <button class="as-link soft" @click="sure = 0">No</button></span
                >
              </template>
            </div>
          </div>
        </div>
        <RevisionDifference
          v-if="open === revision.number"
          :number="revision.number"
          :newest="i === 0"
          @back="goBack(revision.number, $event)" />
      </li>
    </ol>
    <button v-if="more && first.length === PAGE" class="as-link" @click="next">Show older</button>
  </section>
</template>

<style scoped>
.versions {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
.versions > li {
  padding: 7px 0;
  border-top: 1px solid var(--rule);
}
.line {
  display: flex;
  gap: 12px;
}
.number {
  width: 76px;
  flex: none;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  line-height: 1.9;
}
</style>
