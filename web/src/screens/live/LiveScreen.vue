<script setup lang="ts">
/* What viewers have, what they would get, and what they had. */
import { ref } from 'vue'
import GivenList from './GivenList.vue'
import WouldGet from './WouldGet.vue'

const given = ref<InstanceType<typeof GivenList>>()
const would = ref<InstanceType<typeof WouldGet>>()
</script>

<template>
  <main class="page live">
    <WouldGet ref="would" class="grow-2" @given="given?.reload()" />
    <GivenList ref="given" class="grow-1" @back="would?.reload()" />
  </main>
</template>

<style scoped>
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
.grow-1 {
  flex: 1 1 360px;
  min-width: 0;
}
</style>
