<script setup lang="ts">
/* The name and label of a parameter, edited in place. A new name is previewed first. */
import type { ParameterOverview } from '../api/types'
import SentenceLine from '../sentence/SentenceLine.vue'
import TypedMark from '../sentence/TypedMark.vue'
import type { UsedSentence } from './useSentence'

const props = defineProps<{ use: ParameterOverview; color: string; saying: UsedSentence; inline?: boolean }>()
const emit = defineEmits<{ rename: [name: string] }>()

/* Renaming affects every use, so it has a separate procedure. */
function rename(typed: string): void {
  const name = typed.trim().replace(/^:/, '')
  if (name && name !== props.use.definition.name) emit('rename', name)
}
</script>

<template>
  <div class="named" :class="{ inline }" :style="{ '--k': color }">
    <b class="mono name"
      ><TypedMark
        :text="`:${use.definition.name}`"
        :begins="use.definition.name"
        :about="`Name of :${use.definition.name}`"
        data-mark="name"
        @take="rename"
    /></b>
    <SentenceLine
      class="small"
      :pieces="use.sentence.name"
      :offers="saying.offers"
      :about="`:${use.definition.name}`"
      @take="(mark, taken) => saying.take(mark, taken)" />
  </div>
</template>

<style scoped>
.named.inline {
  display: flex;
  flex-wrap: wrap;
  column-gap: 10px;
  align-items: baseline;
}
.name {
  color: var(--k);
}
.name :deep(.marked) {
  color: inherit;
  border: 0;
  background: none;
  padding: 0;
  min-height: 24px;
  font: inherit;
  text-decoration: none;
}
.name :deep(.marked:hover) {
  text-decoration: underline dotted 1.5px;
  text-underline-offset: 4px;
}
.named :deep([data-mark='hint'].marked) {
  font-style: italic;
}
</style>
