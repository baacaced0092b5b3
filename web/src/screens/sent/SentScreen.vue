<script setup lang="ts">
import { BFormSelect } from 'bootstrap-vue-next'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { get } from '../../api/client'
import type { SentLine } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../FailureNote.vue'
import { countInWords, millisInWords, rowsInWords, timeInWords } from '../../formats'
import StatementText from '../../query/StatementText.vue'

const LIVE_EVERY = 3000
const outcome = ref('')
const open = ref<number>()
const { state, reload } = useLoaded(signal => get<SentLine[]>(`/api/sent?outcome=${outcome.value}`, signal))
watch(outcome, () => void reload())
const timer = setInterval(() => void (document.visibilityState === 'visible' && reload()), LIVE_EVERY)
onScopeDispose(() => clearInterval(timer))

const outcomes = [
  { value: '', text: 'all statements' }, { value: 'done', text: 'answered' }, { value: 'failed', text: 'failed' },
  { value: 'stopped', text: 'stopped' }, { value: 'running', text: 'running' },
]
const lines = computed(() => (state.value.status === 'ready' ? state.value.data : []))

function cause(line: SentLine): string {
  if (line.cause === 'report') return `report, ${line.viewId}`
  return line.cause === 'list' ? 'value list' : line.cause
}

function choices(line: SentLine): string {
  const byParameter = new Map<string, string[]>()
  for (const value of line.values) if (value.parameter) byParameter.set(value.parameter, [...(byParameter.get(value.parameter) ?? []), ...value.values])
  return [...byParameter].map(([name, values]) => `${name}: ${[...new Set(values)].slice(0, 3).join(', ')}${values.length > 3 ? ' …' : ''}`).join('  ')
}
</script>

<template>
  <main class="page sent">
    <div class="row-line pb-2"><h1>Sent</h1><span class="soft">every statement that went to a database, newest first</span><span class="grow"></span><BFormSelect v-model="outcome" class="w-auto" :options="outcomes" aria-label="Which statements" /></div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure" />
    <p v-else-if="state.status === 'ready' && lines.length === 0" class="soft">Nothing was sent yet.</p>
    <div v-else class="scroll">
      <table class="plain">
        <thead><tr><th>At</th><th>Query</th><th>Caused by</th><th class="num">Fetched</th><th class="num">Shown</th><th class="num">Database</th><th>Outcome</th><th>Values</th></tr></thead>
        <tbody>
          <template v-for="line in lines" :key="line.id">
            <tr class="line" :class="{ open: open === line.id }" @click="open = open === line.id ? undefined : line.id">
              <td><button class="as-link" :aria-expanded="open === line.id">{{ timeInWords(line.at) }}</button></td>
              <td>{{ line.queryName }} <span class="soft">{{ line.sourceId }}</span></td><td>{{ cause(line) }}</td>
              <td class="num">{{ countInWords(line.fetched) }}</td><td class="num">{{ countInWords(line.shown) }}</td><td class="num">{{ millisInWords(line.databaseMs) }}</td>
              <td :class="{ attention: line.outcome === 'failed' }">{{ line.outcome === 'done' ? 'answered' : line.outcome }}</td><td class="soft values">{{ choices(line) }}</td>
            </tr>
            <tr v-if="open === line.id"><td colspan="8" class="detail">
              <StatementText :text="line.text" :values="line.values" />
              <div v-if="line.problem" class="note bad mt-2">{{ line.problem }}</div>
              <div class="soft pt-1">{{ rowsInWords(line.fetched) }} left the database, {{ countInWords(line.shown) }} were shown; {{ millisInWords(line.totalMs) }} until the last row was handed on.</div>
            </td></tr>
          </template>
        </tbody>
      </table>
    </div>
  </main>
</template>

<style scoped>
.sent { display: flex; flex-direction: column; min-height: 0; flex: 1; }
.scroll { overflow: auto; border-top: 1px solid var(--line); }
.line { cursor: pointer; }
.line:hover, .line.open { background: var(--wash); }
.values { width: 100%; max-width: 0; overflow: hidden; text-overflow: ellipsis; }
.detail { white-space: normal !important; background: #fffdf6; padding: 10px 14px !important; }
.attention { color: var(--buoy); font-weight: 700; }
</style>
