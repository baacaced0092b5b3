<script setup lang="ts">
import { computed } from 'vue'
import type { RunResult } from '../../api/resultStream'
import type { Evidence } from '../../api/types'
import type { Loaded } from '../../composables/useLoaded'
import CopySql from '../../query/CopySql.vue'
import { isSentRequest } from '../../query/request'
import { sentInWords } from '../../query/federation'
import StatementText from '../../query/StatementText.vue'
import PlacementList from '../../query/PlacementList.vue'

const props = defineProps<{
  answer: RunResult | undefined
  /** The statement compiled from steps; empty without steps. */
  preview: string
  colors: Record<string, string>
  highlighted: string
  stale: boolean
  proof: Loaded<Evidence> | undefined
}>()
const emit = defineEmits<{ highlight: [name: string]; measure: [] }>()
const words = computed(() => {
  if (!props.answer) return ''
  const { text } = props.answer.started
  if (props.stale) return `${isSentRequest(text) ? 'the request' : 'the statement'} before your last change`
  return sentInWords(text)
})
</script>

<template>
  <section class="sent" aria-label="Sent">
    <div class="left">
      <div class="row-line pb-1">
        <h2>Sent</h2>
        <span class="soft small">{{ words }}</span><span class="grow"></span>
        <CopySql v-if="answer" :sent-id="answer.started.sentId" />
      </div>
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
      <p v-else class="soft">Nothing sent yet.</p>
    </div>
    <div class="right">
      <h2 class="pb-1">Where each choice ran</h2>
      <PlacementList
        v-if="answer"
        :proof="proof"
        :done="answer.done"
        :colors="colors"
        :highlighted="highlighted"
        @highlight="emit('highlight', $event)"
        @measure="emit('measure')" />
    </div>
  </section>
</template>

<style scoped>
.sent {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  border-top: 3px double var(--line);
  background: var(--sheet);
  height: 226px;
  flex: none;
}
.left,
.right {
  padding: 8px 14px;
  overflow: auto;
}
.left {
  border-right: 1px solid var(--line);
}
.preview {
  margin: 0;
  white-space: pre-wrap;
  line-height: 1.6;
  font-size: 12px;
}
@media (max-width: 1000px) {
  .sent {
    display: block;
    height: auto;
  }
  .left {
    border-right: 0;
  }
}
</style>
