<script setup lang="ts">
import type { Failure } from '../api/client'

defineProps<{ failure: Failure }>()
</script>

<template>
  <div class="note bad" role="alert">
    <strong>{{ failure.message.replace(failure.advice, '').trim() }}</strong>
    <span v-if="failure.advice"> {{ failure.advice }}</span>
    <slot />
  </div>
</template>
