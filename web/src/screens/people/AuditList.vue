<script setup lang="ts">
/* The audit log, newest first. */
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref, watch } from 'vue'
import { addressOf } from '../../api/address'
import { server } from '../../api/client'
import type { AuditEntry, ProjectCard } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import { momentInWords } from '../../formats'
import FailureNote from '../../widgets/FailureNote.vue'
import { projectInWords } from './roles'

const props = defineProps<{ projects: ProjectCard[] }>()
const search = ref('')
const { state, reload } = useLoaded(signal =>
  server.get('/audit-log', { params: { query: { search: search.value } }, signal }),
)
watch(search, reload)
defineExpose({ reload })
const deeds = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const toSeconds = (at: string): string => at.replace(/\.\d+/, '')
const about = (deed: AuditEntry): string =>
  [deed.object, deed.projectId && `in ${projectInWords(deed.projectId, props.projects)}`].filter(Boolean).join(', ')
</script>

<template>
  <section aria-label="Audit log">
    <div class="row-line pb-1">
      <h2>Audit log</h2>
      <span class="grow"></span>
      <BFormInput v-model="search" type="search" class="w-auto" placeholder="Search" aria-label="Search audit log" />
      <a :href="`${addressOf('/api/v1/audit-log/file')}?search=${encodeURIComponent(search)}`" download>As CSV</a>
    </div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure" />
    <p v-else-if="deeds.length === 0" class="soft">{{ search ? 'No matches.' : 'Nothing yet.' }}</p>
    <table v-else class="plain">
      <tbody>
        <tr v-for="deed in deeds" :key="deed.id">
          <td class="soft time">{{ momentInWords(toSeconds(deed.at)) }}</td>
          <td>
            <b>{{ deed.person || 'Unknown' }}</b> {{ deed.action
            }}<template v-if="about(deed)">: {{ about(deed) }}</template>
          </td>
          <td class="soft mono">{{ deed.address }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.time {
  white-space: nowrap;
  width: 150px;
}
</style>
