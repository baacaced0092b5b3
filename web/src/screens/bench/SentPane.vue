<script setup lang="ts">
/* The statement of the last run: line by line beside the query while the query is unchanged. */
import { computed } from 'vue'
import AlignedStatement from '../../query/AlignedStatement.vue'
import CopySql from '../../query/CopySql.vue'
import { isSentRequest } from '../../query/request'
import { sentInWords } from '../../query/federation'
import StatementText from '../../query/StatementText.vue'
import type { UsedAlignment } from './useAlignedStatement'
import type { RunEvidence } from './useRunEvidence'

const props = defineProps<{
  text: string
  /** The last run. */
  evidence: RunEvidence
  /** The lines of the statement beside those of the query. */
  aligned: UsedAlignment
  /** The statement compiled from steps; empty without steps. */
  preview: string
  colors: Record<string, string>
  highlighted: string
}>()
const emit = defineEmits<{ highlight: [name: string]; scroll: [top: number] }>()
const { answer, stale } = props.evidence
const { lines, geometry, line, setLine } = props.aligned
const words = computed(() => {
  if (!answer.value) return ''
  const { text } = answer.value.started
  if (stale.value) return `${isSentRequest(text) ? 'the request' : 'the statement'} before your last change`
  return sentInWords(text)
})
</script>

<template>
  <section class="pane sent" aria-label="Sent">
    <div class="head">
      <h2>Sent</h2>
      <span class="soft small">{{ words }}</span><span class="grow"></span>
      <CopySql v-if="answer" :sent-id="answer.started.sentId" />
    </div>
    <AlignedStatement
      v-if="answer && lines && geometry"
      :query="text"
      :text="answer.started.text"
      :values="answer.started.values"
      :lines="lines"
      :geometry="geometry"
      :colors="colors"
      :highlighted="highlighted"
      :line="line"
      @highlight="emit('highlight', $event)"
      @line="setLine"
      @scroll="emit('scroll', $event)" />
    <div v-else class="body px-3 py-2">
      <StatementText
        v-if="answer"
        :text="answer.started.text"
        :values="answer.started.values"
        :colors="colors"
        :highlighted="highlighted"
        @highlight="emit('highlight', $event)" />
      <template v-else-if="preview">
        <p class="soft small m-0">Nothing sent yet. The steps compile to:</p>
        <pre class="preview">{{ preview }}</pre>
      </template>
      <p v-else class="soft m-0">Nothing sent yet.</p>
    </div>
  </section>
</template>

<style scoped>
.preview {
  margin: 0;
  white-space: pre-wrap;
  line-height: 1.6;
  font-size: 12px;
}
</style>
