<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { RouterLink } from 'vue-router'
import type { Answer } from '../../api/runs'
import type { Report } from '../../api/types'
import { countInWords, millisInWords, timeInWords } from '../../formats'
import BarsView from './BarsView.vue'
import FiguresView from './FiguresView.vue'
import QuestionLine from './QuestionLine.vue'
import SentPanel from './SentPanel.vue'
import SidePanel from './SidePanel.vue'
import TableView from './TableView.vue'
import { useReader } from './useReader'
import type { Picked } from './useViewRun'

const props = defineProps<{ report: Report }>()
const { choices, choose, forget, reset, problemsByView, problemOf, strangers } = useReader(props.report)

const picked = ref<Picked[]>([])

/** Picks a bar, or lets it go when it is picked already. One bar of each chart. */
function pick(one: Picked): void {
  const same = (other: Picked): boolean => other.queryId === one.queryId && other.filter.column === one.filter.column
  const again = picked.value.some(other => same(other) && other.label === one.label)
  picked.value = [...picked.value.filter(other => !same(other)), ...(again ? [] : [one])]
}

const total = ref<number>()
const answer = shallowRef<Answer>()
const copied = ref(false)
const showSent = ref(false)
const figures = computed(() => props.report.definition.views.filter(view => view.kind === 'figures'))
const bars = computed(() => props.report.definition.views.filter(view => view.kind === 'bars'))
const tables = computed(() => props.report.definition.views.filter(view => view.kind === 'table'))
const rows = computed(() => {
  const shown = answer.value?.done.shown ?? 0
  return total.value === undefined ? `${countInWords(shown)} rows` : `${countInWords(shown)} of ${countInWords(total.value)} rows`
})

function startOver(): void {
  picked.value = []
  reset()
}
async function copyLink(): Promise<void> {
  await navigator.clipboard.writeText(location.href)
  copied.value = true
  setTimeout(() => (copied.value = false), 2000)
}
const title = (sentence: string) => (document.title = `${props.report.name}: ${sentence}`)
</script>

<template>
  <header class="bar">
    <RouterLink to="/reports" class="soft" aria-label="All reports" title="All reports"><img src="/sieve.svg" alt="" width="20" height="20" /></RouterLink>
    <b>{{ report.name }}</b> <span class="d-none d-md-inline">{{ report.audience }}</span><span class="grow"></span>
    <button class="as-link" @click="copyLink">{{ copied ? 'Link copied' : 'Copy link' }}</button>
    <button class="as-link" @click="startOver">Start over</button>
  </header>
  <main class="scroll">
    <QuestionLine :report="report" :choices="choices" :problems="problemOf" @choose="choose" @sentence="title" />
    <div v-for="stranger in strangers" :key="stranger.message" class="note bad mx-4 mb-2" role="alert">
      {{ stranger.message }} {{ stranger.advice }} <button class="as-link" @click="forget(stranger.parameter)">Leave it out</button>
    </div>
    <div v-if="picked.length" class="picked mx-4 mb-2" aria-label="Picked from bars">
      <span v-for="one in picked" :key="one.queryId + one.filter.column" class="pill">{{ one.title }}: only <b>{{ one.label }}</b>&nbsp;
        <button class="as-link" :aria-label="`Show all again: ${one.title}`" @click="pick(one)">×</button></span>
      <span class="soft small">Filtered at the database, with the choices above.</span>
    </div>
    <div class="wrap">
      <SidePanel :report="report" :choices="choices" :problems="problemOf" @choose="choose" />
      <div class="views">
        <FiguresView
          v-for="view in figures" :key="view.id" :report="report" :view="view" :choices="choices" :picked="picked"
          @problems="problemsByView[view.id] = $event" @count="total = $event" />
        <div class="bars">
          <BarsView v-for="view in bars" :key="view.id" :report="report" :view="view" :choices="choices" :picked="picked" @problems="problemsByView[view.id] = $event" @pick="pick" />
        </div>
        <TableView
          v-for="view in tables" :key="view.id" :report="report" :view="view" :choices="choices" :picked="picked" :total="total"
          @problems="problemsByView[view.id] = $event" @answer="answer = $event" />
      </div>
    </div>
  </main>
  <SentPanel v-if="showSent && answer" :answer="answer" @close="showSent = false" />
  <footer class="foot">
    <template v-if="answer">
      <span data-test="foot-rows">{{ rows }}</span><span class="dot">·</span>
      <span>the database answered in {{ millisInWords(answer.done.databaseMs) }}</span><span class="dot">·</span><span>as of {{ timeInWords(answer.done.at) }}</span>
    </template>
    <span class="grow"></span>
    <button class="as-link" :disabled="!answer" @click="showSent = !showSent">{{ showSent ? 'Hide what was sent' : 'See what was sent' }}</button>
  </footer>
</template>

<style scoped>
.bar { display: flex; align-items: center; min-height: 42px; padding: 0 26px; border-bottom: 1px solid var(--line); background: var(--card); gap: 14px; color: var(--soft); flex: none; }
.bar b { color: var(--ink); }
.scroll { flex: 1; overflow-y: auto; min-height: 0; }
.wrap { display: grid; grid-template-columns: 226px minmax(0, 1fr); gap: 22px; padding: 0 26px 16px; max-width: 1500px; }
.picked { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
.views { display: flex; flex-direction: column; gap: 14px; min-width: 0; }
.bars { display: grid; grid-template-columns: repeat(auto-fit, minmax(300px, 1fr)); gap: 14px; }
.foot { min-height: 36px; border-top: 1px solid var(--line); background: var(--card); display: flex; align-items: center; gap: 14px; padding: 0 26px; color: var(--soft); flex: none; flex-wrap: wrap; }
@media (max-width: 700px) {
  .bar, .foot { padding: 4px 14px; }
  /* The sentence has every control; the panel follows the answer. */
  .wrap { grid-template-columns: minmax(0, 1fr); padding: 0 14px 14px; gap: 14px; }
  .wrap :deep(.side) { order: 2; }
}
</style>
