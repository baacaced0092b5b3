<script setup lang="ts">
/* The controls with their sentences, unused parameters, and how the report opens. */
import { computed, useTemplateRef } from 'vue'
import type { EditedReport, SentenceOption } from '../../api/types'
import { useSorting } from '../../composables/useSorting'
import SentenceLine from '../../sentence/SentenceLine.vue'
import EditedCard from './EditedCard.vue'
import { placedControls } from './placedControls'
import { reachInWords } from './filterReach'
import type { Step } from './useEditor'

const props = defineProps<{ made: EditedReport; offers: (thing: string, mark: string) => Promise<SentenceOption[]> }>()
const emit = defineEmits<{
  take: [thing: string, mark: string, taken: string]
  step: [thing: string, step: Step]
  place: [thing: string, at: number]
  offer: [parameter: string]
}>()

const report = computed(() => props.made.report)
const controls = computed(() => placedControls(report.value, props.made.objects))
const opening = computed(() => props.made.objects.find(thing => thing.object === 'opening')?.sentence)
useSorting(useTemplateRef('rail'), '[data-thing^="control:"]', (thing, at) =>
  emit('place', thing.dataset.thing ?? '', at),
)
</script>

<template>
  <aside ref="rail" class="side" aria-label="Viewers choose">
    <div class="soft small fw-bold">Viewers choose</div>
    <EditedCard
      v-for="control in controls"
      :key="control.object"
      :thing="control.object"
      :about="`Control of ${control.name}`"
      :sentence="control.sentence"
      :heading="control.heading"
      :copies="false"
      :offers="mark => offers(control.object, mark)"
      @take="(mark, taken) => emit('take', control.object, mark, taken)"
      @step="emit('step', control.object, $event)"
      ><p v-if="reachInWords(report, control.name)" class="small m-0 pt-1 soft">
        {{ reachInWords(report, control.name) }}
      </p></EditedCard
    >
    <div v-for="name in made.unusedParameters" :key="name" class="card-box left-out soft">
      <b class="mono">:{{ name }}</b> has no control: every run uses its default.
      <button class="as-link" @click="emit('offer', name)">Make it a parameter</button>
    </div>
    <SentenceLine
      v-if="opening"
      data-thing="opening"
      about="Opening"
      :pieces="opening"
      :offers="mark => offers('opening', mark)"
      @take="(mark, taken) => emit('take', 'opening', mark, taken)" />
  </aside>
</template>

<style scoped>
.side {
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-width: 0;
}
.left-out {
  border-style: dashed;
  padding: 9px 12px;
}
</style>
