<script setup lang="ts">
/* The stages of the project: the same definitions with other sources, defaults and limits. */
import { ref, watch } from 'vue'
import TypedMark from '../../../sentence/TypedMark.vue'
import FailureNote from '../../../widgets/FailureNote.vue'
import RemovedObjects from '../../../objects/RemovedObjects.vue'
import StageLine from './StageLine.vue'
import { useStages } from './useStages'

const stages = useStages()
const { state, around, failure, reload } = stages
const NO_SETTINGS = { defaults: {}, sources: {}, rowLimit: 0, timeoutSeconds: 0 }
const removed = ref<InstanceType<typeof RemovedObjects>>()
watch(
  () => around.value.stages.length,
  () => void removed.value?.reload(),
)
const add = (name: string): Promise<void> => stages.keep({ name: name.trim().toLowerCase(), version: 0 }, NO_SETTINGS)
</script>

<template>
  <section id="stages" class="card-box" aria-label="Stages">
    <div class="row-line">
      <h2 class="fs-6 m-0">Stages</h2>
      <span class="soft">other sources, defaults and limits for the same reports; changed without a new version</span>
    </div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <ul class="stages">
      <StageLine v-for="stage in around.stages" :key="stage.name" :stage="stage" :stages="stages" />
    </ul>
    <TypedMark text="Add stage" begins="" about="Name of the new stage" @take="add" />
    <FailureNote v-if="failure" :failure="failure" class="mt-2" />
    <RemovedObjects ref="removed" kind="stage" :changed="reload" in-card />
  </section>
</template>

<style scoped>
.stages {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
</style>
