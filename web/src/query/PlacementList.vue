<script setup lang="ts">
/* Where each choice ran, with the plan on demand, and the number of returned rows. */
import { computed, ref } from 'vue'
import type { Evidence, RunDone } from '../api/types'
import type { Loaded } from '../composables/useLoaded'
import FailureNote from '../widgets/FailureNote.vue'
import { bytesInWords, countInWords, millisInWords, rowsInWords } from '../formats'
import { whereAtLength, whereInWords } from './placementTexts'

const props = defineProps<{
  proof: Loaded<Evidence> | undefined
  done: Pick<RunDone, 'shownRows' | 'localRows' | 'fetchedRows'> & Partial<Pick<RunDone, 'readRows' | 'readBytes'>>
  colors?: Record<string, string>
  highlighted?: string
  /** Whether only the place is shown, without the plan. */
  quiet?: boolean
}>()
const emit = defineEmits<{ highlight: [name: string]; measure: [] }>()

const open = ref(false)
const told = computed(() => (props.proof?.status === 'ready' ? props.proof.data : undefined))
/* A parameter that did the same at several places is stated once. */
const lines = computed(() => {
  const seen = new Map((told.value?.placements ?? []).map(ran => [`${ran.parameter} ${whereAtLength(ran)}`, ran]))
  return [...seen.values()]
})
/* Only a cluster reports it with the rows. */
const read = computed(() => {
  const { readRows = -1, readBytes = -1 } = props.done
  return readRows < 0 ? '' : `The cluster read ${rowsInWords(readRows)} for them, ${bytesInWords(readBytes)}.`
})
</script>

<template>
  <div data-test="where-ran">
    <p v-if="proof?.status === 'loading'" class="soft m-0" role="status">Running at the database for its plan …</p>
    <FailureNote v-else-if="proof?.status === 'failed'" :failure="proof.failure" />
    <p v-else-if="told?.reason" class="soft m-0">{{ told.reason }}</p>
    <template v-else-if="told">
      <table v-if="lines.length" class="plain where">
        <tbody>
          <tr
            v-for="ran in lines"
            :key="ran.parameter + ran.start + ran.planStep"
            :class="{ match: highlighted && highlighted === ran.parameter }"
            :data-where="ran.site"
            @mouseenter="emit('highlight', ran.parameter)"
            @mouseleave="emit('highlight', '')">
            <td class="mono" :style="{ color: colors?.[ran.parameter] }">
              {{ whereInWords(ran).slice(0, 1) }} :{{ ran.parameter }}
            </td>
            <td>
              {{ whereAtLength(ran) }}
              <div v-if="ran.advice" class="attention">⚠ {{ ran.advice }}</div>
              <div v-if="open && ran.planStep" class="mono proof">{{ ran.planStep }}</div>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft m-0">The statement has no choices in it.</p>
    </template>
    <p v-if="done.localRows >= 0" class="soft pt-1 m-0">
      {{ rowsInWords(done.localRows) }} {{ done.localRows === 1 ? 'was' : 'were' }} fetched{{
        told?.fetched.length ? '' : ' from the service'
      }}; of them {{ countInWords(done.fetchedRows) }} {{ done.fetchedRows === 1 ? 'was' : 'were' }} computed here,
      {{ countInWords(done.shownRows) }} {{ done.shownRows === 1 ? 'is' : 'are' }} shown.
    </p>
    <ul v-if="told?.fetched.length" class="soft m-0" data-test="fetched">
      <li v-for="side in told.fetched" :key="side.part">{{ side.part }}</li>
    </ul>
    <p v-else-if="done.localRows < 0" class="soft pt-1 m-0">
      {{ rowsInWords(done.fetchedRows) }} left the database, {{ countInWords(done.shownRows) }}
      {{ done.shownRows === 1 ? 'is' : 'are' }} shown.
      {{
        done.fetchedRows > done.shownRows
          ? 'The extra row only shows that there are more.'
          : 'Nothing was filtered after the fetch.'
      }}
    </p>
    <p v-if="read" class="soft m-0" data-test="rows-read">{{ read }}</p>
    <div v-if="told && !told.reason && !quiet" class="row-line small">
      <button class="as-link small" :aria-expanded="open" @click="open = !open">
        {{ open ? 'Hide the plan' : 'Show the proof and the plan' }}
      </button>
      <button
        v-if="!told.measured && !read"
        class="as-link small"
        title="Runs the statement once more, to its end"
        @click="emit('measure')">
        Count the rows it reads
      </button>
      <span class="soft"
        >the plan took {{ millisInWords(told.millis) }}{{ told.measured ? ', with every row counted' : '' }}</span
      >
    </div>
    <ol v-if="open && told" class="mono plan">
      <li v-for="(step, i) in told.plan" :key="i">{{ step }}</li>
    </ol>
  </div>
</template>

<style scoped>
.where td {
  white-space: normal;
  vertical-align: top;
  padding-left: 0;
}
.where td:first-child {
  white-space: nowrap;
}
.match {
  background: var(--wash);
}
.attention {
  color: var(--buoy);
}
.proof {
  font-size: 11.5px;
  color: var(--soft);
  overflow-wrap: anywhere;
}
.plan {
  font-size: 11.5px;
  margin: 4px 0;
  padding-left: 28px;
  overflow-wrap: anywhere;
}
</style>
