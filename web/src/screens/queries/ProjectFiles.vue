<script setup lang="ts">
import { ref } from 'vue'
import { addressOf } from '../../api/address'
import { binary, project } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import FailureNote from '../../widgets/FailureNote.vue'

const emit = defineEmits<{ changed: [] }>()
const input = ref<HTMLInputElement | null>(null)
const failed = ref<Failure>()
const done = ref('')

async function bringIn(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  failed.value = undefined
  done.value = ''
  try {
    await project.put('/project.zip', binary(file, 'application/zip'))
    done.value = `${file.name} imported. Objects not in it were left unchanged.`
    emit('changed')
  } catch (error) {
    failed.value = asFailure(error)
  } finally {
    if (input.value) input.value.value = ''
  }
}
</script>

<template>
  <section class="pt-4">
    <h2>Project files</h2>
    <p class="soft mb-1">
      Queries, parameters, reports and sources as YAML, SQL, steps and requests, for version control. Passwords stay
      here.
    </p>
    <div class="row-line">
      <a :href="addressOf('/api/v1/projects/{project}/project.zip')" download>Download</a>
      <button class="as-link" @click="input?.click()">Import …</button>
      <input
        ref="input"
        type="file"
        accept=".zip,application/zip"
        hidden
        aria-label="Project file"
        data-test="project-file"
        @change="bringIn" />
      <span v-if="done" class="soft small" role="status">{{ done }}</span>
    </div>
    <FailureNote v-if="failed" :failure="failed" class="mt-2" />
  </section>
</template>
