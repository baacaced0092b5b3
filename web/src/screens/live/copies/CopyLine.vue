<script setup lang="ts">
/* A stored copy as a sentence: query, partitions, schedule; and its content. */
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { QueryCard, StoredCopy } from '../../../api/types'
import { LOCALE } from '../../../locale'
import OfferedMark from '../../../sentence/OfferedMark.vue'
import TypedMark from '../../../sentence/TypedMark.vue'
import { partsInWords, partsOffers, shortRows } from './copyTexts'
import ScheduleMarks from '../ScheduleMarks.vue'
import { dayOf } from '../versions/revisionTexts'

const props = defineProps<{ copy: StoredCopy; copies: StoredCopy[]; queries: QueryCard[] }>()
const emit = defineEmits<{
  keep: [changed: Partial<StoredCopy>]
  refresh: []
  remove: []
  decide: [use: boolean]
}>()

const query = computed(() => props.queries.find(one => one.id === props.copy.query)?.name ?? props.copy.query)
const schedule = computed(() => props.copy.schedule)
const kept = computed(() => props.copy.heldResult.asOf !== '')
/* A retry shows its reason. */
const running = computed(() => {
  const { state, message } = props.copy.lastJob
  return state === 'running' || (state === 'due' && message === '')
})
const wrong = computed(() =>
  props.copy.lastJob.message && !kept.value && !running.value ? props.copy.lastJob.message : '',
)
const sure = ref(false)
</script>

<template>
  <li class="copy" :data-copy="copy.id">
    <span class="soft rows" :class="{ wrong: kept || wrong }">{{
      kept ? 'held for review' : copy.content.asOf ? shortRows(copy.content.rows) : 'not created yet'
    }}</span>
    <div class="what">
      <TypedMark :text="copy.name" about="Its name" data-mark="name" @take="emit('keep', { name: $event })" />
      stores the result of <RouterLink :to="`/queries/${encodeURIComponent(copy.query)}`">{{ query }}</RouterLink>
      <template v-if="copy.parameters.length"
        >, with <code>{{ copy.parameters.map(name => `:${name}`).join(', ') }}</code> with report defaults,</template
      >
      {{ ' ' }}
      <OfferedMark
        :text="partsInWords(copy.partitionBy)"
        about="how it is cut"
        data-mark="parts"
        :offers="async () => partsOffers(copy.content.dateColumns)"
        @take="
          emit('keep', { partitionBy: $event, refreshedPartitions: $event ? copy.refreshedPartitions || 3 : 0 })
        " />
      <template v-if="copy.partitionBy"
        >, refreshes the last
        <TypedMark
          :text="String(copy.refreshedPartitions)"
          about="how many parts"
          data-mark="again"
          @take="emit('keep', { refreshedPartitions: Number($event) || 0 })" />
        partitions and those that changed</template
      >; refreshed
      <ScheduleMarks
        :schedule="schedule"
        :behind="copies.filter(other => other.id !== copy.id)"
        @take="emit('keep', { schedule: $event })" />.
      <span v-if="copy.content.asOf" class="soft">
        Data as of {{ dayOf(copy.content.asOf)
        }}{{ copy.content.partitions > 1 ? `, ${copy.content.partitions.toLocaleString(LOCALE)} partitions` : '' }};
        queried as <code>{{ copy.table }}</code> of {{ copy.source }}.</span
      >
      <div v-if="kept" class="wrong">
        {{ copy.lastJob.message }} Viewers still get the previous one.
        <button class="as-link" @click="emit('decide', true)">Use the new copy</button>
        <button class="as-link ms-2" @click="emit('decide', false)">Discard it</button>
      </div>
      <div v-if="wrong" class="wrong">{{ wrong }}</div>
      <div class="actions">
        <span v-if="running" class="soft" role="status">Refreshing …</span>
        <button v-else class="as-link" @click="emit('refresh')">Refresh now</button>
        <button class="as-link" @click="emit('keep', { paused: !copy.paused })">
          {{ copy.paused ? 'Resume schedule' : 'Pause' }}
        </button>
        <button v-if="!sure" class="as-link soft" @click="sure = true">Remove</button>
        <span v-else
          >Queries that read it will fail.
          <button class="as-link" @click="emit('remove')">Remove copy</button>
          <button class="as-link soft ms-2" @click="sure = false">No</button></span
        >
      </div>
    </div>
  </li>
</template>

<style scoped>
.copy {
  display: flex;
  gap: 12px;
  padding: 7px 0;
  border-top: 1px solid var(--rule);
  line-height: 1.8;
}
.rows {
  width: 76px;
  flex: none;
}
.what {
  flex: 1;
  min-width: 0;
}
.wrong {
  color: var(--buoy);
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
</style>
