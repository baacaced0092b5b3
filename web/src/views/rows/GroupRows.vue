<script setup lang="ts">
/* The groups of one level, each expandable. */
import { reactive } from 'vue'
import type { RunResult } from '../../api/resultStream'
import type { Cell, ColumnFilter, View } from '../../api/types'
import { exactFigure, figureInWords } from '../figures/figureInWords'
import GroupDetail from './GroupDetail.vue'
import { filterType, isPickable, keyInWords, keyValue } from './keys'
import { pickedIn } from '../usePicked'
import type { ViewRunContext, Picked } from '../useViewRun'

const props = defineProps<{
  view: View
  asked: ViewRunContext
  answer: RunResult
  depth: number
  under: ColumnFilter[]
}>()
const emit = defineEmits<{ pick: [picked: Picked] }>()

const opened = reactive(new Set<string>())
const key = props.view.groupBy[props.depth] ?? ''
const openable = isPickable(key)
const nameOf = (row: Cell[]): string => keyInWords(key, row[0] ?? null)

function filterOf(row: Cell[]): ColumnFilter {
  const kind = props.answer.started.columns[0]?.kind ?? 'text'
  return { column: key, type: filterType(kind), values: [keyValue(key, row[0] ?? null)] as string[] }
}
const below = (row: Cell[]): ColumnFilter[] => [...props.under, filterOf(row)]
function toggle(name: string): void {
  if (!opened.delete(name)) opened.add(name)
}
function keys(event: KeyboardEvent, name: string): void {
  if (event.key === 'ArrowRight' && !opened.has(name)) opened.add(name)
  else if (event.key === 'ArrowLeft' && opened.has(name)) opened.delete(name)
  else return
  event.preventDefault()
}
const pick = (row: Cell[]): void => emit('pick', pickedIn(props.view, props.asked, nameOf(row), filterOf(row)))
</script>

<template>
  <template v-for="row in answer.rows" :key="nameOf(row)">
    <tr :class="`level-${depth}`">
      <th scope="row" :style="{ paddingLeft: `${8 + depth * 20}px` }">
        <button
          v-if="openable"
          type="button"
          class="as-link opener"
          :aria-expanded="opened.has(nameOf(row))"
          @click="toggle(nameOf(row))"
          @keydown="keys($event, nameOf(row))">
          <span aria-hidden="true">{{ opened.has(nameOf(row)) ? '▾' : '▸' }}</span> {{ nameOf(row) }}
        </button>
        <template v-else>{{ nameOf(row) }}</template>
        <button v-if="openable && depth === 0" type="button" class="as-link only small" @click="pick(row)">
          Only this
        </button>
      </th>
      <td v-for="(figure, i) in view.measures" :key="i" class="num" :title="exactFigure(row[i + 1] ?? null, figure)">
        {{ figureInWords(row[i + 1] ?? null, figure) }}
      </td>
    </tr>
    <GroupDetail
      v-if="opened.has(nameOf(row))"
      :view="view"
      :asked="asked"
      :depth="depth + 1"
      :under="below(row)"
      @pick="emit('pick', $event)" />
  </template>
</template>

<style scoped>
th {
  font-weight: 400;
  text-align: left;
}
.level-0 th,
.level-0 td {
  font-weight: 700;
}
.opener {
  color: var(--ink);
  font-weight: inherit;
}
.only {
  margin-left: 10px;
  opacity: 0;
}
tr:hover .only,
tr:focus-within .only {
  opacity: 1;
}
</style>
