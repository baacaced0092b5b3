<script setup lang="ts">
/* A parameter, or the two ends of a range: label, sentence, control, and uses. */
import { computed, ref, useTemplateRef } from 'vue'
import type { Choice } from '../../api/types'
import { useInView } from '../../composables/useInView'
import ChoiceControl from '../../controls/ChoiceControl.vue'
import RangeControl from '../../controls/RangeControl.vue'
import ParameterSentences from '../../parameters/ParameterSentences.vue'
import type { UsedParameters } from '../../parameters/useParameters'
import { noticesOf, plainly, usesInWords, usesOf, type Row } from './arranged'

const props = defineProps<{ row: Row; parameters: UsedParameters; colors: Record<string, string>; opened: string }>()
const emit = defineEmits<{ move: [steps: number] }>()

const element = useTemplateRef('element')
const seen = useInView(element)
const first = computed(() => props.row.first.definition)
const end = computed(() => props.row.end?.definition)
const notices = computed(() => noticesOf(props.row))
const open = ref(usesOf(props.row).some(use => use.definition.name === props.opened) ? props.opened : '')

const choose = (name: string, choice: Choice) => void props.parameters.choose(name, choice)
/* Alt arrows belong to a control while it has the focus: they open its calendar or its list. */
function keys(event: KeyboardEvent): void {
  if (event.target instanceof Element && event.target.closest('.tried')) return
  if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
  emit('move', event.key === 'ArrowUp' ? -1 : 1)
  event.preventDefault()
}
</script>

<template>
  <section
    ref="element"
    class="row"
    tabindex="0"
    :aria-label="`:${first.name}`"
    :data-parameter="first.name"
    :style="{ '--k': colors[first.name] }"
    @keydown="keys">
    <div class="description">
      <p v-if="!seen" class="plain-text">{{ plainly(row) }}</p>
      <ParameterSentences
        v-for="use in seen ? usesOf(row) : []"
        :key="use.definition.name"
        :use="use"
        :parameters="parameters"
        :color="colors[use.definition.name] ?? ''"
        :open="open === use.definition.name"
        @update:open="open = $event ? use.definition.name : ''" />
    </div>
    <div class="trial">
      <template v-if="seen">
        <RangeControl
          v-if="end"
          :from="first"
          :to="end"
          :choices="{ [first.name]: first.trial, [end.name]: end.trial }"
          :problems="{}"
          @choose="changed => Object.entries(changed).forEach(([name, choice]) => choose(name, choice))" />
        <ChoiceControl
          v-else-if="!first.formula"
          :key="`${first.type}${first.multiple}${first.covers}${first.list.kind}`"
          :parameter="first"
          :model-value="first.trial"
          @update:model-value="choose(first.name, $event)" />
      </template>
    </div>
    <div class="small uses">
      <button class="as-link small" :aria-expanded="open !== ''" @click="open = open ? '' : first.name">
        {{ usesInWords(row.first) }}
      </button>
      <p v-for="notice in notices" :key="notice" class="bad m-0">{{ notice }}</p>
      <span class="moves">
        <button
          class="as-link icon-button"
          title="Alt ↑"
          :aria-label="`Move :${first.name} up`"
          @click="emit('move', -1)">
          ↑
        </button>
        <button
          class="as-link icon-button"
          title="Alt ↓"
          :aria-label="`Move :${first.name} down`"
          @click="emit('move', 1)">
          ↓
        </button>
      </span>
    </div>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 240px 170px;
  gap: 18px;
  margin: 0;
  padding: 8px 12px 8px 10px;
  border: 1px solid var(--line);
  border-bottom-width: 0;
  border-left: 4px solid var(--k);
  background: var(--card);
}
.row:last-child {
  border-bottom-width: 1px;
}
.row:focus-visible {
  background: var(--wash);
}
/* About as high as its sentence will be, so that the page hardly moves. */
.plain-text {
  margin: 0;
  min-height: 66px;
  white-space: pre-line;
}
.uses .as-link {
  text-align: left;
}
.bad {
  color: var(--buoy);
}
.moves {
  opacity: 0;
}
.row:hover .moves,
.row:focus-within .moves {
  opacity: 1;
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
  }
}
</style>
