<script setup lang="ts">
/* The hard-coded values of the query, and the result of converting some to parameters. */
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Failure } from '../../../api/failure'
import type { ConversionResult, HardCodedOccurrence } from '../../../api/types'
import FailureNote from '../../../widgets/FailureNote.vue'
import DifferingDefaults from '../parameters/DifferingDefaults.vue'
import { countInWords, listInWords, numberInWords, rowsInWords } from '../../../formats'

const props = defineProps<{
  /** The text in which the values are. */
  text: string
  offers: HardCodedOccurrence[]
  made: ConversionResult | undefined
  failed: Failure | undefined
  busy: boolean
}>()
const emit = defineEmits<{ make: [starts: number[], createNew: boolean]; goTo: [at: number] }>()

const SHOWN_AT_FIRST = 100

const open = ref(false)
const shown = ref(SHOWN_AT_FIRST)
const lines = computed(() =>
  props.offers.slice(0, open.value ? shown.value : 0).flatMap(offer => {
    const first = offer.places[0]
    return first
      ? [
          {
            offer,
            at: first.start,
            line: first.line,
            literal: offer.places.map(place => props.text.slice(place.start, place.end)).join(' … '),
          },
        ]
      : []
  }),
)
const named = (names: string[]): string => listInWords(names.map(name => `:${name}`))
const names = computed(() => [...(props.made?.reusedNames ?? []), ...(props.made?.names ?? [])])
const used = computed(() => props.made?.reusedNames ?? [])
/* The button disappears with the last hard-coded value: move the focus to the result. */
const outcome = useTemplateRef<HTMLElement>('outcome')
watch(
  () => props.made,
  () => void nextTick(() => document.activeElement === document.body && outcome.value?.focus()),
)
const isSame = computed(() => props.made?.equality === 'rows' || props.made?.equality === 'totals')
const totals = computed(() =>
  Object.entries(props.made?.after.totals ?? {})
    .map(([name, total]) => `${name} ${numberInWords(total)}`)
    .join(', '),
)
const rowsOf = (side: { rows: number; more: boolean }): string =>
  `${rowsInWords(side.rows)}${side.more ? ' and more' : ''}`
/* Equal numbers of rows may differ in content. */
const otherTotals = computed(() => {
  const { before, after } = props.made ?? {}
  const told = (total: string | undefined): string => (total === undefined ? 'none' : numberInWords(total))
  return Object.keys({ ...before?.totals, ...after?.totals })
    .map(name => ({ name, was: told(before?.totals[name]), is: told(after?.totals[name]) }))
    .filter(({ was, is }) => was !== is)
    .map(({ name, was, is }) => `; ${name} ${was} before, ${is} after`)
    .join('')
})
</script>

<template>
  <div v-if="offers.length || made || failed" class="fixed" aria-label="Hard-coded values" role="region">
    <FailureNote v-if="failed" :failure="failed" class="mb-1" />
    <p
      v-if="made"
      ref="outcome"
      class="note m-0 mb-1"
      :class="{ bad: !isSame }"
      role="status"
      tabindex="-1"
      data-test="conversion">
      <template v-if="isSame"
        >Viewers can choose {{ named(names) }} now.
        <template v-if="used.length">
          {{ named(used) }} {{ used.length > 1 ? 'are' : 'is' }} used in other queries already.</template
        >
        Before and after: {{ made.equality === 'rows' ? 'the same ' : '' }}{{ rowsOf(made.after)
        }}{{ totals ? `, the same totals (${totals})` : '' }}.
        <template v-if="made.namedAfter"> The query name still mentions “{{ made.namedAfter }}”.</template>
        <DifferingDefaults v-for="one in made.differingDefaults" :key="one.parameter" :differing="one"
      /></template>
      <template v-else-if="made.equality === 'unknown'"
        >Viewers can choose {{ named(names) }} now. Equality cannot be verified: the unchanged query returned different
        rows when run twice. Sort by a unique column to verify it.</template
      >
      <template v-else
        >The rows differ: {{ rowsOf(made.before) }} before, {{ rowsOf(made.after) }} after{{ otherTotals }}. Undo it
        above, or compare the two in Sent.</template
      >
    </p>
    <div v-if="offers.length" class="row-line">
      <button class="as-link" :aria-expanded="open" @click="open = !open">
        {{ countInWords(offers.length) }} hard-coded {{ offers.length === 1 ? 'value' : 'values' }}
      </button>
      <span class="soft small">that viewers cannot change</span><span class="grow"></span>
      <button class="as-link" :disabled="busy" @click="emit('make', [], false)">
        {{ busy ? 'Running before and after …' : 'Make all of them parameters' }}
      </button>
    </div>
    <ul v-if="open" class="list">
      <li v-for="line in lines" :key="line.at" class="row-line">
        <button class="as-link" @click="emit('goTo', line.at)">Line {{ line.line }}</button
        ><code class="literal">{{ line.literal }}</code>
        <template v-if="line.offer.existingParameters.length"
          ><span class="soft small words"
            >{{ named(line.offer.existingParameters) }}, as in “{{ line.offer.existingIn }}”</span
          ><span class="grow"></span
          ><button class="as-link" :disabled="busy" @click="emit('make', [line.at], false)">
            Use {{ named(line.offer.existingParameters) }}</button
          ><button
            class="as-link soft"
            :disabled="busy"
            :title="line.offer.description"
            @click="emit('make', [line.at], true)">
            Make {{ named(line.offer.names) }}
          </button></template
        ><template v-else
          ><span class="soft small words">{{ line.offer.description }}</span
          ><span class="grow"></span
          ><button class="as-link" :disabled="busy" @click="emit('make', [line.at], true)">
            Make it a parameter
          </button></template
        >
      </li>
      <li v-if="offers.length > shown">
        <button class="as-link" @click="shown += SHOWN_AT_FIRST">
          Show {{ countInWords(Math.min(SHOWN_AT_FIRST, offers.length - shown)) }} more
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.fixed {
  border-top: 1px solid var(--line);
  padding: 6px 12px;
}
.list {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
.list li {
  padding: 2px 0;
  border-top: 1px solid var(--rule);
}
.literal {
  max-width: 150px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
