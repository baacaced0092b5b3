<script setup lang="ts">
/* The exact statements that reports would send for this text, and whether the database accepts them. */
import { computed, shallowRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { project } from '../../api/client'
import type { Choices, StatementForm } from '../../api/types'

const props = defineProps<{
  queryId: string
  currentText: () => string
  currentChoices: () => Choices
  ran: string | undefined
}>()
const forms = shallowRef<StatementForm[]>([])
const wrong = computed(() => forms.value.filter(form => form.problem))
const reports = computed(() => [...new Map(forms.value.map(form => [form.reportId, form.report]))])

/* Asked after a run has answered, never before it. */
watch(
  () => props.ran,
  async now => {
    if (now === undefined) return
    const found = await project
      .post('/queries/{id}/forms', {
        params: { path: { id: props.queryId } },
        body: {
          runId: '',
          text: props.currentText(),
          choices: props.currentChoices(),
        },
      })
      .catch(() => [])
    if (now === props.ran) forms.value = found
  },
)
</script>

<template>
  <div v-if="forms.length" class="forms small" data-test="statement-forms">
    <p v-if="wrong.length === 0" class="soft m-0">
      The source accepts all {{ forms.length }} statements that reports send for this query.
      <RouterLink v-for="[id, name] in reports" :key="id" :to="`/reports/${id}/rehearsal`"
        >Rehearse {{ name }}</RouterLink
      >
    </p>
    <div v-for="form in wrong" :key="form.reportId + form.view" class="note bad" role="alert">
      {{ form.report }}, {{ form.view }}: {{ form.problem }}
    </div>
  </div>
</template>

<style scoped>
.forms {
  padding: 4px 12px;
  border-top: 1px solid var(--line);
}
.forms a {
  margin-left: 6px;
  text-decoration: underline;
}
</style>
