<script setup lang="ts">
/* A statement as it was sent, each line beside the line of the query that it comes from. Only visible lines are rendered. */
import { computed, ref, watch } from 'vue'
import type { SentValue } from '../api/types'
import type { AlignedLine, SentLine } from './alignment'
import type { EditorGeometry } from './sideBySide'
import { piecesOf, type StatementPiece } from './statementPieces'
import StatementPieces from './StatementPieces.vue'

const props = defineProps<{
  query: string
  text: string
  values: SentValue[]
  lines: AlignedLine[]
  geometry: EditorGeometry
  colors: Record<string, string>
  highlighted: string
  /** The line of the query under the pointer; 0 for none. */
  line: number
}>()
const emit = defineEmits<{ highlight: [parameter: string]; line: [line: number]; scroll: [top: number] }>()

interface Row {
  line: number
  top: number
  height: number
  number: number
  pieces: StatementPiece[]
  omitted?: string
}

const numbers = computed(() => {
  const starts = new Map<number, number>()
  props.lines
    .flatMap(line => [...line.before, ...(line.sent ? [line.sent] : [])])
    .forEach((sent, i) => starts.set(sent.start, i + 1))
  return starts
})
const queryLines = computed(() => props.query.split('\n'))
const rowOf = (sent: SentLine, line: number, top: number, height: number): Row => ({
  line,
  top,
  height,
  number: numbers.value.get(sent.start) ?? 0,
  pieces: piecesOf(props.text, props.values, sent.start, sent.end),
})
const insertedRows = (sent: SentLine[], end: number): Row[] => {
  const { lineHeight } = props.geometry
  return sent.map((one, i) => rowOf(one, 0, end - (sent.length - i) * lineHeight, lineHeight))
}

const after = computed(() => props.lines.find(line => line.line === 0)?.before ?? [])
const rows = computed<Row[]>(() => {
  const found: Row[] = []
  for (const { line, top, height } of props.geometry.lines) {
    const aligned = props.lines[line - 1]
    if (!aligned || aligned.line !== line) continue
    found.push(...insertedRows(aligned.before, top))
    if (aligned.sent) found.push(rowOf(aligned.sent, line, top, height))
    else found.push({ line, top, height, number: 0, pieces: [], omitted: queryLines.value[line - 1] ?? '' })
  }
  const last = props.geometry.lines.at(-1)
  const end = (last?.top ?? 0) + (last?.height ?? 0) + after.value.length * props.geometry.lineHeight
  return last?.line === queryLines.value.length ? [...found, ...insertedRows(after.value, end)] : found
})
const height = computed(() => props.geometry.height + after.value.length * props.geometry.lineHeight)

const box = ref<HTMLElement>()
watch(
  () => props.geometry.scrollTop,
  top => box.value && Math.abs(box.value.scrollTop - top) > 1 && (box.value.scrollTop = top),
)
</script>

<template>
  <div
    ref="box"
    class="aligned body"
    role="group"
    tabindex="0"
    aria-label="The statement, line by line beside the query"
    @scroll="emit('scroll', box?.scrollTop ?? 0)"
    @mouseleave="emit('line', 0)">
    <div class="statement" :style="{ height: `${height}px` }">
      <div
        v-for="row in rows"
        :key="`${row.line} ${row.number}`"
        class="line"
        :class="{ beside: row.line > 0 && row.line === line, omitted: row.omitted !== undefined }"
        :style="{ top: `${row.top}px`, minHeight: `${row.height}px` }"
        @mouseenter="emit('line', row.line)">
        <span class="number" aria-hidden="true">{{ row.number || '' }}</span>
        <del v-if="row.omitted !== undefined" :title="row.omitted.trim() ? 'Omitted' : undefined">{{
          row.omitted
        }}</del>
        <code v-else
          ><StatementPieces
            :pieces="row.pieces"
            :colors="colors"
            :highlighted="highlighted"
            @highlight="emit('highlight', $event)"
        /></code>
      </div>
    </div>
  </div>
</template>

<style scoped>
.aligned {
  overflow: auto;
}
.statement {
  position: relative;
  min-width: 100%;
  width: max-content;
  font-family: var(--mono);
  font-size: 12.5px;
  font-variant-ligatures: none;
  line-height: 1.72;
}
.line {
  position: absolute;
  left: 0;
  min-width: 100%;
  padding-right: 12px;
  white-space: pre;
  display: flex;
}
.beside {
  background: var(--wash);
}
.number {
  flex: none;
  width: 34px;
  padding-right: 8px;
  text-align: right;
  color: var(--faint);
}
code {
  font: inherit;
  color: inherit;
}
del {
  color: var(--gone);
}
</style>
