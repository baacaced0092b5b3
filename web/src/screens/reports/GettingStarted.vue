<script setup lang="ts">
/* Guides to the first report while there is none. Disappears permanently afterwards. */
import { computed, ref, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { project } from '../../api/client'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import SourceForm from '../sources/SourceForm.vue'
import FirstQuery from './FirstQuery.vue'
import NewReport from './NewReport.vue'

const { state, reload } = useLoaded(async signal => ({
  sources: await project.list('/sources', { signal }),
  queries: await project.list('/queries', { signal }),
}))
const sources = computed(() => (state.value.status === 'ready' ? state.value.data.sources : []))
const queries = computed(() => (state.value.status === 'ready' ? state.value.data.queries : []))
const connecting = ref(false)
const asking = ref(true)
watch(queries, now => (asking.value = now.length === 0))
const named = computed(() => sources.value.map(source => source.id).join(', '))

async function connected(): Promise<void> {
  connecting.value = false
  await reload()
}
</script>

<template>
  <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
    ><button class="as-link" @click="reload">Try again</button></FailureNote
  >
  <p v-else-if="state.status === 'loading'" class="soft">Loading …</p>
  <div v-else class="tasks">
    <p>No reports yet. A report shows a query, and a query reads a source:</p>
    <section class="card-box" aria-label="Source">
      <h2><span aria-hidden="true">1</span> Source</h2>
      <p v-if="sources.length" class="m-0">
        Rows come from <b>{{ named }}</b>.
        <button v-if="!connecting" class="as-link" @click="connecting = true">Another database</button>
      </p>
      <p v-else class="m-0 pb-1">Connections are read-only.</p>
      <SourceForm v-if="connecting || sources.length === 0" @done="connected" @cancel="connecting = false" />
    </section>
    <section class="card-box" aria-label="Query" :class="{ upcoming: sources.length === 0 }">
      <h2><span aria-hidden="true">2</span> Query</h2>
      <p v-if="queries.length" class="m-0">
        {{ queries.length === 1 ? 'There is the query' : `There are ${queries.length} queries, such as` }}
        <RouterLink :to="`/queries/${queries[0]?.id}`">{{ queries[0]?.name }}</RouterLink>.
        <button v-if="!asking" class="as-link" @click="asking = true">Another table</button>
      </p>
      <FirstQuery v-if="asking && sources.length" :sources="sources" />
    </section>
    <section class="card-box" aria-label="Report" :class="{ upcoming: queries.length === 0 }">
      <h2><span aria-hidden="true">3</span> Report</h2>
      <NewReport v-if="queries.length" />
      <p v-else class="m-0">
        On the bench, <i>New report from this query</i> opens the editor with suggestions and live rows.
      </p>
    </section>
  </div>
</template>

<style scoped>
.tasks {
  display: flex;
  flex-direction: column;
  gap: 12px;
  max-width: 860px;
}
.tasks h2 span {
  color: var(--sea);
  margin-right: 6px;
}
.upcoming {
  opacity: 0.6;
}
</style>
