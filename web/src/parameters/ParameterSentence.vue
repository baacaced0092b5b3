<script setup lang="ts">
/* The sentence of a parameter; usual properties are shown on demand, together with its uses. */
import { computed, ref } from 'vue'
import type { ParameterOverview } from '../api/types'
import SentenceLine from '../sentence/SentenceLine.vue'
import EditNotes from './EditNotes.vue'
import ListCompared from './ListCompared.vue'
import type { UsedParameters } from './useParameters'
import type { UsedSentence } from './useSentence'
import UsesList from './UsesList.vue'

const props = defineProps<{
  use: ParameterOverview
  parameters: UsedParameters
  saying: UsedSentence
  /** Whether the sentence is a single line of plain text until it is opened. */
  short?: boolean
}>()
const emit = defineEmits<{ remove: [] }>()
const open = defineModel<boolean>('open', { default: false })
const more = ref<HTMLButtonElement>()
const summary = computed(() =>
  props.use.sentence.sentence
    .map(piece => piece.text)
    .join('')
    .replace(/^is /, ''),
)
</script>

<template>
  <div class="description" :class="{ short: short && !open }">
    <span v-if="short && !open" class="soft small summary" :title="summary">{{ summary }}</span>
    <SentenceLine
      v-else
      :pieces="use.sentence.sentence"
      :offers="saying.offers"
      :about="`:${use.definition.name}`"
      @take="(mark, taken) => saying.take(mark, taken)" />
    <button
      ref="more"
      class="as-link small"
      :aria-expanded="open"
      :aria-label="`${open ? 'less' : 'more'} of :${use.definition.name}`"
      @click="open = !open">
      {{ open ? 'less' : 'more' }}
    </button>
    <ul v-if="saying.lost.value.length" class="note small lost" role="status">
      <li v-for="said in saying.lost.value" :key="said">{{ said }}</li>
    </ul>
    <EditNotes :name="use.definition.name" :parameters="parameters" />
    <div v-if="open" class="more" @keydown.esc="((open = false), more?.focus())">
      <SentenceLine
        :pieces="use.sentence.more"
        :offers="saying.offers"
        :about="`:${use.definition.name}`"
        @take="(mark, taken) => saying.take(mark, taken)" />
      <p v-if="use.definition.formerNames.length" class="soft small m-0">
        Links may still say {{ use.definition.formerNames.join(', ') }}.
      </p>
      <ListCompared
        v-if="use.definition.list.kind === 'typed' && use.definition.list.values.length"
        :parameter="use.definition" />
      <UsesList class="pt-1" :use="use" @remove="emit('remove')" />
    </div>
  </div>
</template>

<style scoped>
.description :deep(.sentence) {
  display: inline;
}
.description > .as-link {
  margin-left: 8px;
  min-height: 24px;
}
.short {
  display: flex;
  align-items: baseline;
}
.summary {
  flex: 1;
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.lost {
  list-style: none;
  margin: 4px 0;
}
.more {
  border-left: 2px solid var(--rule);
  padding: 2px 0 2px 12px;
  margin: 4px 0;
}
</style>
