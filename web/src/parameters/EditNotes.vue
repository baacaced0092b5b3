<script setup lang="ts">
/* The result of the last edit of a parameter: rejected, merged with a colleague's, or conflicting. */
import { BButton } from 'bootstrap-vue-next'
import type { UsedParameters } from './useParameters'

defineProps<{ name: string; parameters: UsedParameters }>()
</script>

<template>
  <section v-if="parameters.conflicts[name]" class="note bad mb-2" role="alert" data-test="conflict">
    Someone else changed {{ parameters.conflicts[name]?.fields.join(', ') }} of <code>:{{ name }}</code> at the same
    time. Nothing was overwritten.
    <div class="row-line pt-1">
      <BButton size="sm" variant="outline-primary" @click="parameters.resolve(name, true)">Keep mine</BButton>
      <BButton size="sm" variant="outline-primary" @click="parameters.resolve(name, false)">Use theirs</BButton>
    </div>
  </section>
  <div v-else-if="parameters.failures[name]" class="note bad mb-2 small" role="alert">
    {{ parameters.failures[name]?.message }}
  </div>
  <div v-if="parameters.merged[name]" class="note mb-2 small" role="status">{{ parameters.merged[name] }}</div>
</template>
