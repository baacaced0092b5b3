<script setup lang="ts">
/* For authors: whose eyes the report is seen with. */
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { get } from '../../api/client'
import { LOOK_AS, lookAs } from '../../api/lookAs'
import type { LookAs, MarkOffer } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import OfferedMark from '../../sentence/OfferedMark.vue'

const YOU = 'you'
const route = useRoute()
const router = useRouter()
const { state } = useLoaded(signal => get<LookAs[]>('/look-as', signal))
const others = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const name = computed(() =>
  lookAs.value ? (others.value.find(one => one.as === lookAs.value)?.name ?? 'somebody else') : YOU,
)
const offers = (): Promise<MarkOffer[]> =>
  Promise.resolve([
    { id: YOU, words: YOU, note: 'choosing freely', reason: '' },
    ...others.value.map(one => ({
      id: one.as,
      words: one.name,
      note: one.as.startsWith('group:') ? 'a group' : 'somebody',
      reason: '',
    })),
  ])
/* What was chosen before may not be theirs to choose: the report opens as it does for them. */
async function take(as: string): Promise<void> {
  await router.push({ path: route.path, query: as === YOU ? {} : { [LOOK_AS]: as } })
}
</script>

<template>
  <span class="seen" data-test="seen-as"
    >seen as
    <OfferedMark :text="name" about="whose eyes it is seen with" data-mark="seen-as" :offers="offers" @take="take"
  /></span>
</template>

<style scoped>
.seen {
  white-space: nowrap;
}
</style>
