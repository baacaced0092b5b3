<script setup lang="ts">
import type { Failure } from '../api/failure'

defineProps<{ failure: Failure }>()
</script>

<template>
  <div class="note bad" role="alert">
    <strong>{{ failure.message.replace(failure.advice, '').trim() }}</strong>
    <template v-if="failure.advice">{{ ' ' + failure.advice }}</template>
    {{ ' ' }}<slot />
  </div>
</template>
