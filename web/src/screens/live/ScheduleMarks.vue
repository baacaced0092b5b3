<script setup lang="ts">
/* A schedule: its times or prerequisite, time zone, and handling of missed runs. */
import type { CopySchedule, StoredCopy } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'
import TypedMark from '../../sentence/TypedMark.vue'
import { scheduleOf, timesInWords, timesOffers } from './copies/copyTexts'

const MISSED: Record<string, string> = { 'catch-up': 'run once', leave: 'are skipped' }
/** @property after the copies behind which it may be */
defineProps<{ schedule: CopySchedule; behind: StoredCopy[] }>()
const emit = defineEmits<{ take: [schedule: CopySchedule] }>()
</script>

<template>
  <OfferedMark
    :text="timesInWords(schedule, behind)"
    about="when"
    data-mark="times"
    typed
    :begins="schedule.every"
    :offers="async () => timesOffers(behind)"
    @take="emit('take', scheduleOf($event, schedule))" />
  <template v-if="schedule.every">
    in
    <TypedMark
      :text="schedule.timeZone"
      about="time zone"
      data-mark="zone"
      @take="emit('take', { ...schedule, timeZone: $event })" />, missed runs
    <button
      class="marked"
      data-mark="missed"
      @click="emit('take', { ...schedule, missedRuns: schedule.missedRuns === 'leave' ? 'catch-up' : 'leave' })">
      {{ MISSED[schedule.missedRuns] }}
    </button></template
  >
</template>
