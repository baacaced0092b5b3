<script setup lang="ts">
/* The jobs of a day: past ones above the current time, scheduled ones below. */
import { computed, ref } from 'vue'
import { project } from '../../api/client'
import type { CalendarEntry } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import { LOCALE } from '../../locale'
import FailureNote from '../../widgets/FailureNote.vue'
import { entryInWords } from './copies/copyTexts'

const day = ref('')
const { state, reload } = useLoaded(signal =>
  project.get('/calendar', { params: { query: { day: day.value } }, signal }),
)
const shown = computed(() => (state.value.status === 'ready' ? state.value.data : undefined))
const entries = computed(() => shown.value?.entries ?? [])
const time = (iso: string): string =>
  new Date(iso).toLocaleTimeString(LOCALE, {
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
    timeZone: shown.value?.timeZone,
  })
const title = computed(() => {
  const { date: iso, now } = shown.value ?? { date: '', now: '' }
  if (!iso || iso === now.slice(0, iso.length)) return 'Today'
  return new Date(`${iso}T00:00:00Z`).toLocaleDateString(LOCALE, { day: 'numeric', month: 'short', timeZone: 'UTC' })
})

async function go(days: number): Promise<void> {
  if (!shown.value) return
  const next = new Date(`${shown.value.date}T00:00:00Z`)
  next.setUTCDate(next.getUTCDate() + days)
  day.value = next.toISOString().slice(0, shown.value.date.length)
  await reload()
}
/* The current time is above the first future entry. */
const first = computed(() => entries.value.findIndex(entry => entry.at > (shown.value?.now ?? '')))
const wrong = (entry: CalendarEntry): boolean => ['failed', 'held'].includes(entry.state)
defineExpose({ reload })
</script>

<template>
  <section class="card-box" aria-label="Calendar">
    <div class="row-line">
      <h2 class="fs-6 m-0">{{ title }}</h2>
      <span class="soft">{{ shown?.timeZone }}</span>
      <span class="grow"></span>
      <button class="as-link step" aria-label="The day before" @click="go(-1)">‹</button>
      <button class="as-link step" aria-label="The day after" @click="go(1)">›</button>
    </div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <p v-if="shown && entries.length === 0" class="soft m-0 pt-1">No scheduled jobs on this day.</p>
    <ol class="entries">
      <template v-for="(entry, i) in entries" :key="entry.at + entry.objectId">
        <li v-if="i === first && i > 0" class="now" aria-hidden="true">now {{ time(shown?.now ?? '') }}</li>
        <li class="entry">
          <span class="soft time">{{ time(entry.at) }}</span>
          <span :class="{ wrong: wrong(entry) }"
            >{{ entry.name }} <span :class="wrong(entry) ? '' : 'soft'">{{ entryInWords(entry) }}</span></span
          >
        </li>
      </template>
    </ol>
  </section>
</template>

<style scoped>
.entries {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  max-height: 330px;
  overflow-y: auto;
}
.step {
  min-width: 24px;
  min-height: 24px;
}
.entry {
  display: flex;
  gap: 12px;
  padding: 4px 0;
}
.time {
  width: 44px;
  flex: none;
  font-variant-numeric: tabular-nums;
}
.now {
  border-top: 2px solid var(--buoy);
  color: var(--buoy);
  text-align: right;
  font-size: 12.5px;
  line-height: 1.4;
}
.wrong {
  color: var(--buoy);
}
</style>
