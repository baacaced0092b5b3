<script setup lang="ts">
import { BFormCheckbox, BFormInput, BFormSelect } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { project } from '../../api/client'
import { useMe } from '../../api/me'
import type { SentStatement } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import { countInWords, millisInWords, timeInWords } from '../../formats'
import SentCompared from './SentCompared.vue'
import SentDetail from './SentDetail.vue'
import { useSentLines } from './useSentStatements'
import { causeInWords, CAUSES, choicesInWords, ORDERS, outcomeInWords, OUTCOMES } from './sentTexts'

const { isOperator } = useMe()
const route = useRoute()
const router = useRouter()
/* The filter is part of the address, so that reloads, links and Back keep it. */
const { wanted, state, follow } = useSentLines(
  Object.fromEntries(Object.entries(route.query).map(([name, value]) => [name, String(value ?? '')])),
)
watch(wanted, now => {
  const said = Object.entries(now).filter(([name, value]) => value !== '' && !(name === 'order' && value === 'new'))
  void router.replace({ query: Object.fromEntries(said) })
})
const { state: names } = useLoaded(async signal => ({
  queries: await project.list('/queries', { signal }),
  reports: await project.list('/reports', { signal }),
  sources: await project.list('/sources', { signal }),
}))
const open = ref<number>()
const picked = ref<SentStatement[]>([])
const comparing = ref(false)

const options = (all: string, items: { id: string; name?: string }[]) => [
  { value: '', text: all },
  ...items.map(item => ({ value: item.id, text: item.name ?? item.id })),
]
const queries = computed(() => options('any query', names.value.status === 'ready' ? names.value.data.queries : []))
const reports = computed(() => options('any report', names.value.status === 'ready' ? names.value.data.reports : []))
const sources = computed(() =>
  options(
    'any source',
    names.value.status === 'ready' ? names.value.data.sources.map(source => ({ id: source.id })) : [],
  ),
)
const lines = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const pair = computed(() =>
  comparing.value && picked.value[0] && picked.value[1]
    ? { first: picked.value[0], second: picked.value[1] }
    : undefined,
)

/* Of more than two, the last two are compared. */
function pick(line: SentStatement): void {
  comparing.value = false
  const without = picked.value.filter(other => other.id !== line.id)
  picked.value = without.length < picked.value.length ? without : [...picked.value, line].slice(-2)
}
const isPicked = (line: SentStatement): boolean => picked.value.some(other => other.id === line.id)
</script>

<template>
  <main class="page sent">
    <div class="row-line pb-1">
      <h1>Sent</h1>
      <span class="soft">{{ isOperator ? 'all statements sent to sources' : 'statements you sent' }}</span><span
        class="grow"></span>
      <button class="as-link" :disabled="picked.length < 2" @click="comparing = true">
        {{ picked.length < 2 ? 'Select two to compare' : 'Compare the two' }}
      </button>
      <BFormCheckbox v-model="follow.on">Follow</BFormCheckbox>
    </div>
    <div class="filters pb-2">
      <BFormInput
        v-model="wanted.search"
        type="search"
        placeholder="Search text and values"
        aria-label="Search text and values" />
      <BFormSelect v-model="wanted.order" :options="ORDERS" aria-label="Order" /><BFormSelect
        v-model="wanted.outcome"
        :options="OUTCOMES"
        aria-label="Which statements" />
      <BFormSelect v-model="wanted.cause" :options="CAUSES" aria-label="Cause" /><BFormSelect
        v-model="wanted.source"
        :options="sources"
        aria-label="Source" />
      <BFormSelect v-model="wanted.query" :options="queries" aria-label="Query" /><BFormSelect
        v-model="wanted.report"
        :options="reports"
        aria-label="Report" />
    </div>
    <SentCompared
      v-if="pair"
      :key="`${pair.first.id}-${pair.second.id}`"
      :first="pair.first"
      :second="pair.second"
      @close="comparing = false" />
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure" />
    <p v-else-if="state.status === 'ready' && lines.length === 0" class="soft">No matching statements.</p>
    <div v-else class="scroll">
      <table class="plain">
        <thead>
          <tr>
            <th><span class="visually-hidden">Compare</span></th>
            <th>At</th>
            <th>Query</th>
            <th>Caused by</th>
            <th class="num">Fetched</th>
            <th class="num">Shown</th>
            <th class="num">Time</th>
            <th>Outcome</th>
            <th>Values</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="line in lines" :key="line.id">
            <tr
              class="line"
              :class="{ open: open === line.id }"
              :data-sent="line.id"
              @click="open = open === line.id ? undefined : line.id">
              <td @click.stop>
                <input
                  type="checkbox"
                  class="form-check-input"
                  :checked="isPicked(line)"
                  :aria-label="`Compare the statement of ${timeInWords(line.at)}`"
                  @change="pick(line)" />
              </td>
              <td>
                <button class="as-link" :aria-expanded="open === line.id">{{ timeInWords(line.at) }}</button>
              </td>
              <td>
                {{ line.queryName }} <span class="soft">{{ line.sourceId }}</span>
              </td>
              <td>{{ causeInWords(line) }}</td>
              <td class="num">{{ countInWords(line.fetchedRows) }}</td>
              <td class="num">{{ countInWords(line.shownRows) }}</td>
              <td class="num">{{ millisInWords(line.totalMs) }}</td>
              <td :class="{ attention: line.outcome === 'failed' }">{{ outcomeInWords(line) }}</td>
              <td class="soft values">{{ choicesInWords(line) }}</td>
            </tr>
            <tr v-if="open === line.id">
              <td colspan="9" class="detail"><SentDetail :line="line" /></td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
  </main>
</template>

<style scoped>
.sent {
  display: flex;
  flex-direction: column;
  min-height: 0;
  flex: 1;
  overflow-y: auto;
}
.filters {
  display: grid;
  grid-template-columns: minmax(180px, 2fr) repeat(6, minmax(0, 1fr));
  gap: 8px;
}
@media (max-width: 1000px) {
  .filters {
    grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  }
}
.scroll {
  overflow: auto;
  border-top: 1px solid var(--line);
  min-height: 240px;
}
.line {
  cursor: pointer;
}
.line:hover,
.line.open {
  background: var(--wash);
}
.values {
  width: 100%;
  max-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
}
.detail {
  white-space: normal !important;
  background: var(--sheet);
  padding: 10px 14px !important;
}
.attention {
  color: var(--buoy);
  font-weight: 700;
}
</style>
