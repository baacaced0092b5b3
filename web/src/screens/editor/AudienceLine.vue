<script setup lang="ts">
/* The audience of the report, which applies at once, without publishing. */
import { computed, ref } from 'vue'
import { project } from '../../api/client'
import { asFailure } from '../../api/failure'
import type { Audience, SentenceOption } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import { listInWords } from '../../formats'
import OfferedMark from '../../sentence/OfferedMark.vue'

const props = defineProps<{ reportId: string }>()
const EVERY_VIEWER = 'every viewer'
const EVERYONE = 'everyone signed in'
const params = { path: { id: props.reportId } }
const { state, reload } = useLoaded(signal => project.get('/reports/{id}/audience', { params, signal }))
const wrong = ref('')
const audience = computed<Audience>(() =>
  state.value.status === 'ready' ? state.value.data : { everyone: false, groups: [], offered: [] },
)
const words = computed(() => {
  if (audience.value.everyone) return EVERYONE
  const named = audience.value.offered.filter(group => audience.value.groups.includes(group.id))
  if (named.length) return listInWords(named.map(group => group.name))
  return audience.value.groups.length ? 'a deleted group' : EVERY_VIEWER
})
const offers = (): Promise<SentenceOption[]> =>
  Promise.resolve([
    { id: EVERY_VIEWER, label: EVERY_VIEWER, note: 'of this project', reason: '' },
    { id: EVERYONE, label: EVERYONE, note: 'in other projects, too', reason: '' },
    ...audience.value.offered.map(group => ({
      id: group.id,
      label: group.name,
      note: audience.value.groups.includes(group.id) ? 'remove' : 'add this group',
      reason: '',
    })),
  ])

async function take(taken: string): Promise<void> {
  const now = audience.value.groups
  const isGroup = taken !== EVERY_VIEWER && taken !== EVERYONE
  const groups = now.includes(taken) ? now.filter(id => id !== taken) : [...now, taken]
  try {
    wrong.value = ''
    await project.put('/reports/{id}/audience', {
      params,
      body: { everyone: taken === EVERYONE, groups: isGroup ? groups : [] },
    })
    await reload()
  } catch (error) {
    wrong.value = asFailure(error).message
  }
}
</script>

<template>
  <span v-if="state.status === 'ready'" class="soft" data-test="shown-to"
    >shown to <OfferedMark :text="words" about="who may open it" data-mark="shown" :offers="offers" @take="take" />
    <span v-if="wrong" role="alert">{{ wrong }}</span></span
  >
</template>
