<script setup lang="ts">
/* Whether viewers' reports ask the source each time or a stored copy of the answer: one word, and where a copy is made. */
import { computed, onScopeDispose, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { asFailure, get, post, type Failure } from '../../api/client'
import type { MarkOffer, Query, StoredCopy } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'
import FailureNote from '../../widgets/FailureNote.vue'

const LOOK_EVERY = 1000
const ANEW = '+'

const props = defineProps<{ query: Query }>()
const emit = defineEmits<{ take: [copy: string] }>()

const source = computed(() => props.query.source)
const inTheWay = computed(() => source.value.asksFor.map(name => `:${name}`).join(', '))
const fromCopy = computed(() => source.value.copy !== '' && !inTheWay.value)
const hint = computed(() => {
  if (fromCopy.value) return `Viewers’ reports ask the stored copy “${source.value.copy}”; the bench asks the source.`
  return source.value.copy ? `Its copy is not asked: it asks for ${inTheWay.value}, and a copy has one answer.` : ''
})

const making = ref(false)
const failure = ref<Failure>()
let gone = false
onScopeDispose(() => (gone = true))

const here = async (): Promise<StoredCopy[]> =>
  (await get<StoredCopy[]>('/copies')).filter(copy => copy.queryId === props.query.id)

async function offers(): Promise<MarkOffer[]> {
  const each = { id: '', words: 'each time', note: 'at the source', reason: '' }
  if (inTheWay.value) {
    const reason = `It asks for ${inTheWay.value}, and a copy has one answer: keep a query without it, and ask that copy.`
    return [each, { id: ANEW, words: 'stored copy', note: '', reason }]
  }
  const copies = (await here()).map(copy => ({
    id: copy.id,
    words: `stored copy ${copy.name}`,
    note: copy.content.asOf ? 'choices run in it' : '',
    reason: copy.content.asOf ? '' : 'It was not made yet.',
  }))
  const anew = { id: ANEW, words: 'a new stored copy', note: 'made now, and by its times under Live', reason: '' }
  return [each, ...copies, ...(copies.length ? [] : [anew])]
}

async function take(copy: string): Promise<void> {
  failure.value = undefined
  try {
    const wanted = copy === ANEW ? await made() : copy
    if (!gone) emit('take', wanted)
  } catch (error) {
    failure.value = asFailure(error)
  } finally {
    making.value = false
  }
}

/* A new one is asked as soon as there is something in it; whoever goes away meanwhile says it later. */
async function made(): Promise<string> {
  making.value = true
  const { id } = await post<StoredCopy>('/copies', { queryId: props.query.id, name: `${props.query.name}, kept` })
  for (;;) {
    const copy = (await here()).find(one => one.id === id)
    if (gone || !copy || copy.content.asOf || copy.last.note) return id
    await new Promise(resolve => setTimeout(resolve, LOOK_EVERY))
  }
}
</script>

<template>
  <span class="pill" data-test="asked-from" :title="hint"
    >reports ask <span v-if="making" role="status">a copy that is being made …</span
    ><OfferedMark
      v-else
      :text="fromCopy ? 'a stored copy' : 'each time'"
      about="whether a stored copy is asked"
      data-mark="asked-from"
      :offers="offers"
      @take="take" /><template v-if="hint && !fromCopy"> (not its copy)</template></span
  >
  <FailureNote v-if="failure" :failure="failure"><RouterLink to="/live">Live</RouterLink></FailureNote>
</template>
