<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Answer } from '../../api/runs'
import { countInWords, millisInWords, rowsInWords } from '../../formats'
import { outcomeInWords } from '../../query/placements'
import StatementText from '../../query/StatementText.vue'

const props = defineProps<{ answer: Answer | undefined; colours: Record<string, string>; lit: string; stale: boolean }>()
const emit = defineEmits<{ light: [name: string] }>()

const copied = ref(false)
const outcomes = computed(() => {
  const seen = new Map<string, Set<string>>()
  for (const placement of props.answer?.begun.placements ?? []) {
    seen.set(placement.parameter, (seen.get(placement.parameter) ?? new Set()).add(outcomeInWords(placement)))
  }
  return [...seen].map(([name, words]) => ({ name, words: [...words].join(', ') }))
})

async function copy(): Promise<void> {
  await navigator.clipboard.writeText(props.answer?.begun.text ?? '')
  copied.value = true
  setTimeout(() => (copied.value = false), 1500)
}
</script>

<template>
  <section class="sent" aria-label="Sent">
    <div class="left">
      <div class="row-line pb-1"><h2>Sent</h2><span class="soft small">{{ stale && answer ? 'the statement before your last change' : 'the statement the database received' }}</span><span class="grow"></span>
        <button v-if="answer" class="as-link small" @click="copy">{{ copied ? 'Copied' : 'Copy text' }}</button></div>
      <StatementText v-if="answer" :text="answer.begun.text" :values="answer.begun.values" :colours="colours" :lit="lit" @light="emit('light', $event)" />
      <p v-else class="soft">Nothing was sent yet.</p>
    </div>
    <div class="right">
      <h2 class="pb-1">What became of each choice</h2>
      <table v-if="answer" class="plain"><tbody>
        <tr v-for="outcome in outcomes" :key="outcome.name" :class="{ hit: lit === outcome.name }" @mouseenter="emit('light', outcome.name)" @mouseleave="emit('light', '')">
          <td class="mono" :style="{ color: colours[outcome.name] }">:{{ outcome.name }}</td><td>{{ outcome.words }}</td></tr>
      </tbody></table>
      <p v-if="answer" class="soft pt-2 m-0">{{ rowsInWords(answer.done.fetched) }} left the database, {{ countInWords(answer.done.shown) }} are shown, in {{ millisInWords(answer.done.totalMs) }}. {{ answer.done.more ? 'The one more only tells that there are more.' : 'Nothing was filtered after the fetch.' }}</p>
    </div>
  </section>
</template>

<style scoped>
.sent { display: grid; grid-template-columns: minmax(0, 1fr) 372px; border-top: 3px double var(--line); background: #fffdf6; height: 226px; flex: none; }
.left, .right { padding: 8px 14px; overflow: auto; }
.left { border-right: 1px solid var(--line); }
.hit { background: var(--wash); }
</style>
