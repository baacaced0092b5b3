<script setup lang="ts">
import { BButton, BFormInput } from 'bootstrap-vue-next'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { project } from '../../api/client'
import { useMe } from '../../api/me'
import { useLoaded } from '../../composables/useLoaded'
import RemovedObjects from '../../objects/RemovedObjects.vue'
import FailureNote from '../../widgets/FailureNote.vue'
import GettingStarted from './GettingStarted.vue'
import NewReport from './NewReport.vue'
import ReportLine from './ReportLine.vue'
import { groupsOf } from './groups'
import { useFavorites } from './useFavorites'

const route = useRoute()
const { isAuthor } = useMe()
const { state, reload } = useLoaded(signal => project.list('/reports', { signal }))
const { marked, toggle } = useFavorites()
const removed = ref<InstanceType<typeof RemovedObjects>>()
const again = async (): Promise<void> => {
  await Promise.all([reload(), removed.value?.reload()])
}
const search = ref('')
const field = ref<InstanceType<typeof BFormInput>>()
const all = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const groups = computed(() => groupsOf(all.value, search.value, marked.value))
const making = ref(false)
watch(
  () => route.query.new,
  wanted => (making.value = making.value || wanted === 'report'),
  { immediate: true },
)
function keys(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select')
  if (event.key !== '/' || typing) return
  event.preventDefault()
  field.value?.element?.focus()
}
onMounted(() => window.addEventListener('keydown', keys))
onBeforeUnmount(() => window.removeEventListener('keydown', keys))
</script>

<template>
  <main class="page">
    <div class="row-line head">
      <h1>Reports</h1>
      <span class="grow"></span>
      <BFormInput
        v-if="all.length > 0"
        ref="field"
        v-model="search"
        type="search"
        class="w-auto"
        aria-label="Search reports"
        placeholder="Search reports  /" />
      <BButton v-if="isAuthor && all.length > 0 && !making" variant="outline-primary" @click="making = true"
        >New report</BButton
      >
    </div>
    <NewReport v-if="making" class="card-box mb-3" can-close @close="making = false" />
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <p v-else-if="state.status === 'loading'" class="soft">Loading …</p>
    <GettingStarted v-else-if="all.length === 0 && isAuthor" />
    <p v-else-if="all.length === 0" role="status">No reports yet. Authors publish reports for you.</p>
    <p v-else-if="groups.length === 0" role="status">No reports match “{{ search }}”.</p>
    <section v-for="group in groups" :key="group.name" :aria-label="group.name">
      <div class="soft small fw-bold group">{{ group.name }}</div>
      <ReportLine
        v-for="report in group.reports"
        :key="report.id"
        :report="report"
        :marked="marked.has(report.id)"
        :changed="again"
        @mark="toggle(report.id)" />
    </section>
    <RemovedObjects v-if="isAuthor" ref="removed" kind="report" :changed="reload" />
  </main>
</template>

<style scoped>
.head {
  max-width: 1210px;
  margin-bottom: 10px;
}
.head h1 {
  margin: 0;
}
.group {
  margin: 10px 0 6px 29px;
}
</style>
