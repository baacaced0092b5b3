<script setup lang="ts">
/* The name, audience and publication state of the report. */
import { BButton } from 'bootstrap-vue-next'
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { useMe } from '../../api/me'
import type { EditedReport } from '../../api/types'
import TypedMark from '../../sentence/TypedMark.vue'
import AudienceLine from './AudienceLine.vue'

const props = defineProps<{ made: EditedReport; busy: boolean; asViewer: boolean }>()
const emit = defineEmits<{
  name: [name: string]
  audience: [audience: string]
  asViewer: [on: boolean]
  give: [why: string]
  drop: []
}>()

const { me } = useMe()
const told = ref(false)
const why = ref('')
const count = computed(() => props.made.changes.length)
const standing = computed(() => {
  if (!props.made.published) return 'Saved · not published yet'
  if (count.value === 0) return 'Published, no changes since'
  return `Saved · ${count.value} ${count.value === 1 ? 'change' : 'changes'} since publishing`
})
</script>

<template>
  <div class="row-line head">
    <h1><TypedMark :text="made.report.name" about="Name" data-mark="name" @take="emit('name', $event)" /></h1>
    <span class="soft"
      ><TypedMark
        :text="made.report.audience || 'for everyone'"
        about="Whom it is for"
        data-mark="audience"
        @take="emit('audience', $event)"
    /></span>
    <AudienceLine v-if="me?.accounts" :report-id="made.report.id" />
    <span class="grow"></span>
    <button v-if="count" class="as-link soft" :aria-expanded="told" data-test="save-status" @click="told = !told">
      {{ standing }}
    </button>
    <span v-else class="soft" data-test="save-status">{{ standing }}</span>
    <BButton variant="outline-primary" :aria-pressed="asViewer" @click="emit('asViewer', !asViewer)">{{
      asViewer ? 'Edit' : 'View as a viewer'
    }}</BButton>
    <input
      v-if="made.published && count"
      v-model="why"
      class="form-control comment"
      maxlength="500"
      placeholder="Reason"
      aria-label="Reason, for colleagues" />
    <BButton variant="primary" :disabled="busy || (made.published && count === 0)" @click="emit('give', why)"
      >Publish</BButton
    >
    <RouterLink v-if="made.published" :to="`/reports/${made.report.id}`">Open report</RouterLink>
  </div>
  <div v-if="told && count" class="note mx-4 mb-2" aria-label="Unpublished changes">
    <ul class="m-0">
      <li v-for="line in made.changes" :key="line">{{ line }}</li>
    </ul>
    <button class="as-link" @click="((told = false), emit('drop'))">Discard changes</button>
  </div>
</template>

<style scoped>
.head {
  padding: 10px 26px 8px;
}
.comment {
  width: 170px;
}
.head :deep(.marked) {
  color: inherit;
  border: 0;
  border-bottom: 1.5px dotted transparent;
  background: none;
  padding: 0;
  font: inherit;
  font-weight: inherit;
  text-decoration: none;
}
.head :deep(.marked:hover),
.head :deep(.marked:focus-visible) {
  border-bottom-color: var(--sea);
}
</style>
