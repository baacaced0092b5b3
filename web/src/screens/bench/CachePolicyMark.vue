<script setup lang="ts">
/* How reports get the rows: from the source each time, cached, or from a stored copy. */
import { computed, onScopeDispose, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { project } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import type { CachePolicy, SentenceOption, Query, StoredCopy } from '../../api/types'
import { spanInWords } from '../../formats'
import OfferedMark from '../../sentence/OfferedMark.vue'
import FailureNote from '../../widgets/FailureNote.vue'

const LOOK_EVERY = 1000
const NEW_COPY = '+'
const OFTEN = 'cached for up to '
/** Cache durations in seconds. */
const SPANS = [30, 600]

const props = defineProps<{ query: Query }>()
const emit = defineEmits<{ take: [from: CachePolicy] }>()

const inTheWay = computed(() => props.query.options.liveParameters.map(name => `:${name}`).join(', '))
const fromCopy = computed(() => props.query.storedCopy !== '' && !inTheWay.value)
const often = computed(() => (props.query.storedCopy ? 0 : props.query.cacheSeconds))
const words = computed(() => {
  if (fromCopy.value) return 'from a stored copy'
  return often.value ? OFTEN + spanInWords(often.value) : 'fresh'
})
const hint = computed(() => {
  if (often.value)
    return 'Identical requests share one cached result, shown with its age. The bench always queries the source.'
  if (fromCopy.value)
    return `Reports read the stored copy “${props.query.storedCopy}”; the bench always queries the source.`
  return props.query.storedCopy
    ? `The copy is not used: the query has ${inTheWay.value}, and a copy holds one result.`
    : ''
})

const making = ref(false)
const failure = ref<Failure>()
let gone = false
onScopeDispose(() => (gone = true))

const here = async (): Promise<StoredCopy[]> =>
  (await project.list('/stored-copies')).filter(copy => copy.query === props.query.id)

async function offers(): Promise<SentenceOption[]> {
  const spans = [...new Set([...SPANS, ...(often.value ? [often.value] : [])])].sort((a, b) => a - b)
  const atTheSource = [
    { id: '', label: 'fresh', note: 'queried at the source each time', reason: '' },
    ...spans.map(span => ({
      id: `${OFTEN}${span}`,
      label: OFTEN + spanInWords(span),
      note: 'at the source, then from the cache',
      reason: '',
    })),
  ]
  if (inTheWay.value) {
    const reason = `The query has ${inTheWay.value}, and a copy holds one result. Copy a query without it, and read that copy.`
    return [...atTheSource, { id: NEW_COPY, label: 'stored copy', note: '', reason }]
  }
  const copies = (await here()).map(copy => ({
    id: copy.id,
    label: `stored copy ${copy.name}`,
    note: copy.content.asOf ? 'choices run in it' : '',
    reason: copy.content.asOf ? '' : 'Not created yet.',
  }))
  const newCopy = {
    id: NEW_COPY,
    label: 'a new stored copy',
    note: 'created now and refreshed on its schedule under Live',
    reason: '',
  }
  return [...atTheSource, ...copies, ...(copies.length ? [] : [newCopy])]
}

async function take(offer: string): Promise<void> {
  failure.value = undefined
  if (offer.startsWith(OFTEN)) return emit('take', { storedCopy: '', cacheSeconds: Number(offer.slice(OFTEN.length)) })
  try {
    const copy = offer === NEW_COPY ? await made() : offer
    if (!gone) emit('take', { storedCopy: copy, cacheSeconds: 0 })
  } catch (error) {
    failure.value = asFailure(error)
  } finally {
    making.value = false
  }
}

/* A new copy is used once it is filled; a user who leaves before selects it later. */
async function made(): Promise<string> {
  making.value = true
  const { id } = await project.post('/stored-copies', {
    body: {
      query: props.query.id,
      name: `${props.query.name}, kept`,
    },
  })
  for (;;) {
    const copy = (await here()).find(one => one.id === id)
    if (gone || !copy || copy.content.asOf || copy.lastJob.message) return id
    await new Promise(resolve => setTimeout(resolve, LOOK_EVERY))
  }
}
</script>

<template>
  <span class="pill" data-test="cache-policy" :title="hint"
    >results are <span v-if="making" role="status">a copy being created …</span
    ><OfferedMark
      v-else
      :text="words"
      about="cache policy"
      data-mark="cache-policy"
      :offers="offers"
      @take="take" /><template v-if="query.storedCopy && !fromCopy"> (not its copy)</template></span
  >
  <FailureNote v-if="failure" :failure="failure"><RouterLink to="/live">Live</RouterLink></FailureNote>
</template>
