<script setup lang="ts">
/* The boundary between steps at one source and local steps on several sources. */
import { computed, inject, ref } from 'vue'
import { project } from '../../api/client'
import { asFailure } from '../../api/failure'
import type { SentenceOption, StepsAnalysis } from '../../api/types'
import { historyKey } from '../../composables/useHistory'
import SentenceLine from '../../sentence/SentenceLine.vue'
import { type Decision, offersOf, piecesOf, sourcesOf } from '../../query/federation'

const props = defineProps<{
  several: StepsAnalysis['federation']
  /** The rows fetched from each, once known. */
  fetched: string[]
}>()
const emit = defineEmits<{ decided: [] }>()

type Travel = StepsAnalysis['federation']['transfers'][number]
const history = inject(historyKey, undefined)
const sources = computed(() => sourcesOf(props.several.parts))
const failed = ref('')

const offers = (): Promise<SentenceOption[]> => Promise.resolve(offersOf())

async function keep({ from, to }: Travel, decision: Decision): Promise<boolean> {
  failed.value = ''
  try {
    await project.put('/transfer-policies', { body: { from, to, decision } })
  } catch (error) {
    failed.value = asFailure(error).message
    return false
  }
  emit('decided')
  return true
}

async function decide(travel: number, decision: Decision): Promise<void> {
  const one = props.several.transfers[travel]
  if (!one || !(await keep(one, decision))) return
  history?.add({
    label: `what is sent from ${one.from} to ${one.to}`,
    undo: () => keep(one, one.decision),
    redo: () => keep(one, decision),
  })
}
</script>

<template>
  <li class="local-steps" data-test="local-steps">
    <p class="m-0">
      From here on, steps run in this server<template v-if="sources">, on rows from {{ sources }}</template
      >.
    </p>
    <div
      v-for="(travel, i) in several.transfers"
      :key="`${travel.from} ${travel.to}`"
      :data-travel="`${travel.from} ${travel.to}`">
      <SentenceLine
        :pieces="piecesOf(travel)"
        :offers="offers"
        :about="`values from ${travel.from} to ${travel.to}`"
        @take="(_mark, taken) => decide(i, taken as Decision)" />
    </div>
    <p v-for="words in fetched" :key="words" class="m-0 soft">{{ words }}</p>
    <p v-if="failed" class="m-0 attention" role="alert">{{ failed }}</p>
  </li>
</template>

<style scoped>
.local-steps {
  list-style: none;
  padding: 6px 12px 7px 36px;
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid var(--sea);
  background: var(--sheet);
  font-size: 13px;
}
.local-steps :deep(.sentence) {
  margin: 0;
}
.attention {
  color: var(--buoy);
}
</style>
