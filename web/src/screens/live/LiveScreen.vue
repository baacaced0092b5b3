<script setup lang="ts">
/* Published versions, unpublished changes, and live settings. */
import { ref } from 'vue'
import VersionList from './versions/VersionList.vue'
import CopyList from './copies/CopyList.vue'
import DeliveryList from './deliveries/DeliveryList.vue'
import StageList from './stages/StageList.vue'
import JobCalendar from './JobCalendar.vue'
import PendingChanges from './versions/PendingChanges.vue'

const given = ref<InstanceType<typeof VersionList>>()
const today = ref<InstanceType<typeof JobCalendar>>()
const would = ref<InstanceType<typeof PendingChanges>>()
</script>

<template>
  <main class="page live">
    <div class="grow-2 stack">
      <PendingChanges ref="would" @given="given?.reload()" />
      <StageList />
      <CopyList @changed="today?.reload()" />
      <DeliveryList @changed="today?.reload()" />
    </div>
    <div class="grow-1 stack">
      <JobCalendar ref="today" />
      <VersionList ref="given" @back="would?.reload()" />
    </div>
  </main>
</template>

<style scoped>
/* Links within a sentence must not be identified by color alone. */
.live :deep(.what a),
.live :deep(.line a) {
  text-decoration: underline;
}
.live {
  display: flex;
  flex-wrap: wrap;
  gap: 26px;
  align-items: flex-start;
}
.grow-2 {
  flex: 2 1 480px;
  min-width: 0;
}
.stack {
  display: flex;
  flex-direction: column;
  gap: 14px;
}
.grow-1 {
  flex: 1 1 360px;
  min-width: 0;
}
</style>
