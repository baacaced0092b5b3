<script setup lang="ts">
/* Uploads dropped or selected files into the folder of a source. An existing one is replaced after confirmation only. */
import { ref, shallowRef } from 'vue'
import { binary, project } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import type { Source } from '../../api/types'
import FailureNote from '../../widgets/FailureNote.vue'

const props = defineProps<{ source: Source }>()
const emit = defineEmits<{ taken: [] }>()

const FILE_THERE = 'file-exists'
const over = ref(false)
const sending = ref('')
/* The rejected file, followed by those that wait for a decision. */
const failed = shallowRef<{ files: File[]; failure: Failure }>()
const chooser = ref<HTMLInputElement>()

/** @param replaced the number of leading files that may replace existing ones */
async function take(files: File[], replaced = 0): Promise<void> {
  failed.value = undefined
  for (const [i, file] of files.entries()) {
    sending.value = file.name
    try {
      await project.put('/sources/{id}/files', {
        params: { path: { id: props.source.id }, query: { name: file.name, replace: i < replaced } },
        ...binary(file, 'application/octet-stream'),
      })
    } catch (error) {
      failed.value = { files: files.slice(i), failure: asFailure(error) }
      break
    }
  }
  sending.value = ''
  emit('taken')
}

function dropped(event: DragEvent): void {
  over.value = false
  void take([...(event.dataTransfer?.files ?? [])])
}

function chosen(): void {
  void take([...(chooser.value?.files ?? [])]).then(() => {
    if (chooser.value) chooser.value.value = ''
  })
}
</script>

<template>
  <div class="drop" :class="{ over }" @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="dropped">
    <span v-if="sending" class="soft" role="status">Uploading {{ sending }} …</span>
    <template v-else>
      <span class="soft">Drop CSV, JSON, Parquet or XLSX files here, or </span
      ><button type="button" class="as-link" @click="chooser?.click()">choose some</button
      ><span class="soft">. Each becomes a table.</span>
    </template>
    <input
      ref="chooser"
      type="file"
      multiple
      class="visually-hidden"
      tabindex="-1"
      accept=".csv,.tsv,.json,.jsonl,.ndjson,.parquet,.xlsx"
      :aria-label="`Files for ${source.id}`"
      @change="chosen" />
    <FailureNote v-if="failed" :failure="failed.failure" class="mt-1"
      ><button
        v-if="failed.failure.problems.some(problem => problem.kind === FILE_THERE)"
        type="button"
        class="as-link ms-1"
        @click="take(failed.files, 1)">
        Replace it</button
      ><button v-if="failed.files.length > 1" type="button" class="as-link ms-2" @click="take(failed.files.slice(1))">
        Skip it
      </button></FailureNote
    >
  </div>
</template>

<style scoped>
.drop {
  border: 1px dashed var(--rule);
  border-radius: 4px;
  padding: 6px 10px;
  margin-top: 8px;
}
.over {
  background: var(--wash);
  border-color: var(--sea);
}
</style>
