<script setup lang="ts">
/* Two statements next to each other: choices, text, rows, totals, time, and the first rows that differ. Both run once more. */
import { computed } from 'vue'
import { project } from '../../api/client'
import type { Evidence, SentStatement } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import FailureNote from '../../widgets/FailureNote.vue'
import { countInWords, millisInWords, numberInWords, timeInWords } from '../../formats'
import { whereInWords } from '../../query/placementTexts'
import { choicesInWords } from './sentTexts'

const props = defineProps<{ first: SentStatement; second: SentStatement }>()
defineEmits<{ close: [] }>()
const { state } = useLoaded(async signal => {
  const compared = await project.post('/sent/{id}/comparisons', {
    params: { path: { id: props.first.id } },
    body: { otherId: props.second.id },
    signal,
  })
  const proofs = await Promise.all(
    [props.first.id, props.second.id].map(id =>
      project.post('/sent/{id}/evidence', { params: { path: { id } }, signal }),
    ),
  )
  return { compared, proofs }
})
const found = computed(() => (state.value.status === 'ready' ? state.value.data : undefined))
const totals = computed(() => {
  const { first, second } = found.value?.compared ?? {}
  return [...new Set([...Object.keys(first?.totals ?? {}), ...Object.keys(second?.totals ?? {})])].map(name => ({
    name,
    first: first?.totals[name] ?? '',
    second: second?.totals[name] ?? '',
  }))
})
const where = (proof: Evidence | undefined): string =>
  proof?.reason || (proof?.placements ?? []).map(ran => `:${ran.parameter} ${whereInWords(ran)}`).join(', ')
/* Beyond the compared rows, a database may return different first rows each time. */
const more = computed(() => {
  const { first, second } = found.value?.compared ?? {}
  return [first, second].find(side => side?.more)
})
const rowsOf = (side: { rows: number; more: boolean }): string => `${countInWords(side.rows)}${side.more ? '+' : ''}`
</script>

<template>
  <section class="card-box mb-2" aria-label="Two statements compared">
    <div class="row-line">
      <h2>Compared</h2>
      <span class="soft">both rerun just now</span><span class="grow"></span
      ><button class="as-link" @click="$emit('close')">Close</button>
    </div>
    <p v-if="state.status === 'loading'" class="soft m-0" role="status">Running both …</p>
    <FailureNote v-else-if="state.status === 'failed'" :failure="state.failure" />
    <template v-else-if="found">
      <table class="plain sides">
        <thead>
          <tr>
            <th></th>
            <th>sent {{ timeInWords(first.at) }}</th>
            <th>sent {{ timeInWords(second.at) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Choices</th>
            <td>{{ choicesInWords(first) }}</td>
            <td>{{ choicesInWords(second) }}</td>
          </tr>
          <tr>
            <th scope="row">Text</th>
            <td colspan="2">{{ found.compared.sameText ? 'identical; only values differ' : 'differs' }}</td>
          </tr>
          <tr v-if="!found.compared.sameText">
            <th scope="row"></th>
            <td>
              <pre>{{ first.text }}</pre>
            </td>
            <td>
              <pre>{{ second.text }}</pre>
            </td>
          </tr>
          <tr data-test="compared-rows">
            <th scope="row">Rows</th>
            <td>{{ rowsOf(found.compared.first) }}</td>
            <td>{{ rowsOf(found.compared.second) }}</td>
          </tr>
          <tr v-if="more">
            <th scope="row"></th>
            <td colspan="2" class="soft">
              The first {{ countInWords(more.rows) }} of them are compared and summed. Without ORDER BY, a database may
              return different first rows each time.
            </td>
          </tr>
          <tr v-for="total in totals" :key="total.name">
            <th scope="row">{{ total.name }}, total</th>
            <td>{{ numberInWords(total.first) }}</td>
            <td>{{ numberInWords(total.second) }}</td>
          </tr>
          <tr>
            <th scope="row">Time</th>
            <td>{{ millisInWords(found.compared.first.millis) }}</td>
            <td>{{ millisInWords(found.compared.second.millis) }}</td>
          </tr>
          <tr>
            <th scope="row">Where it ran</th>
            <td>{{ where(found.proofs[0]) }}</td>
            <td>{{ where(found.proofs[1]) }}</td>
          </tr>
          <tr>
            <th scope="row">First rows that differ</th>
            <td v-if="!found.compared.firstDifference" colspan="2">none: the rows are the same, in the same order</td>
            <td v-else-if="found.compared.sameRows" colspan="2">none: the rows are the same, in another order</td>
            <template v-else
              ><td v-for="(side, i) in [found.compared.left, found.compared.right]" :key="i">
                from row {{ countInWords(found.compared.firstDifference) }}
                <div v-for="(row, r) in side" :key="r" class="mono">
                  {{ row.map(cell => cell ?? 'no value').join(' · ') }}
                </div>
                <div v-if="side.length === 0" class="soft">no more rows</div>
              </td></template
            >
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.sides td {
  white-space: normal;
  vertical-align: top;
  width: 45%;
  overflow-wrap: anywhere;
}
.sides pre {
  white-space: pre-wrap;
  margin: 0;
  max-height: 180px;
  overflow: auto;
}
</style>
