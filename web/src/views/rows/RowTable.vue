<script setup lang="ts">
/* Rows of an answer. Only the rows visible are in the page, so ten thousand scroll as lightly as ten. */
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Cell, Column } from '../../api/types'
import { isNumeric } from '../../formats'
import { exactly, formatted } from './formatted'

const props = defineProps<{
  columns: Column[]
  rows: Cell[][]
  labels?: Record<string, string>
  /** How the values of a column are written, by its name. */
  formats?: Record<string, string>
  /** Column widths in characters, by name; automatic by default. */
  widths?: Record<string, number>
  /** The footer of a column, by its name. */
  totals?: Record<string, string>
  sorted?: { column: string; descending: boolean }
  sortable?: boolean
  /** Whether cells and column heads react to clicks. */
  pickable?: boolean
  /** Columns that are shaded, by their names. */
  fresh?: string[]
  /** The identity of the request: while it stays, rows are appended and the scroll position is kept. */
  question?: string
}>()
const emit = defineEmits<{ sort: [column: string]; pick: [column: number, row: number | undefined, at: HTMLElement] }>()
function pick(column: number, row: number | undefined, event: MouseEvent): void {
  if (props.pickable && event.currentTarget instanceof HTMLElement) emit('pick', column, row, event.currentTarget)
}

const ROW_HEIGHT = 29
const scroller = ref<HTMLElement | null>(null)
/* Printing shows all loaded rows. */
const printing = ref(false)
const begin = (): void => void (printing.value = true)
const end = (): void => void (printing.value = false)
onMounted(() => {
  window.addEventListener('beforeprint', begin)
  window.addEventListener('afterprint', end)
})
onBeforeUnmount(() => {
  window.removeEventListener('beforeprint', begin)
  window.removeEventListener('afterprint', end)
})
const virtual = useVirtualizer(
  computed(() => ({
    count: props.rows.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => ROW_HEIGHT,
    overscan: printing.value ? props.rows.length : 12,
    initialRect: { width: 600, height: 400 },
  })),
)
const shown = computed(() =>
  virtual.value.getVirtualItems().map(item => ({ index: item.index, cells: props.rows[item.index] ?? [] })),
)
const before = computed(() => virtual.value.getVirtualItems()[0]?.start ?? 0)
const after = computed(() => {
  const last = virtual.value.getVirtualItems().at(-1)
  return last ? virtual.value.getTotalSize() - last.end : 0
})
/* Scrolling and reading the scroll position force a layout; the position is tracked instead. */
watch(
  () => props.question ?? props.rows,
  () => {
    if ((virtual.value.scrollOffset ?? 0) > 0) scroller.value?.scrollTo({ top: 0 })
  },
)

/* Scrolls to new columns, which may follow many others. */
const BEFORE_FRESH = 90
watch(
  () => [props.fresh?.join() ?? '', props.columns] as const,
  async ([names]) => {
    if (!names) return
    await nextTick()
    const first = scroller.value?.querySelector<HTMLElement>('th.changed')
    if (first) scroller.value?.scrollTo({ left: first.offsetLeft - BEFORE_FRESH })
  },
  { immediate: true, flush: 'post' },
)

function widthOf(column: Column): Record<string, string> {
  const width = props.widths?.[column.name]
  return width ? { minWidth: `${width}ch`, maxWidth: `${width}ch` } : {}
}
/** The displayed cells of a row; the exact value is a tooltip where the text is shortened. */
const inWords = (cells: Cell[]) =>
  props.columns.map((column, c) => {
    const cell = cells[c] ?? null
    const words = cell === null ? 'no value' : formatted(cell, column, props.formats?.[column.name])
    return {
      words,
      exact: exactly(cell, words),
      nothing: cell === null || cell === '',
      numeric: isNumeric(column),
      width: widthOf(column),
      fresh: props.fresh?.includes(column.name),
    }
  })
const direction = (column: Column) =>
  props.sorted?.column === column.name ? (props.sorted.descending ? 'descending' : 'ascending') : 'none'
</script>

<template>
  <div ref="scroller" class="scroller" tabindex="0">
    <table class="plain">
      <thead>
        <tr>
          <th
            v-for="(column, c) in columns"
            :key="c"
            :class="{ num: isNumeric(column), changed: fresh?.includes(column.name) }"
            :style="widthOf(column)"
            :title="column.type"
            :aria-sort="sortable ? direction(column) : undefined">
            <button v-if="sortable" class="as-link column-name" @click="emit('sort', column.name)">
              {{ labels?.[column.name] ?? column.name
              }}{{ direction(column) === 'ascending' ? ' ↑' : direction(column) === 'descending' ? ' ↓' : '' }}
            </button>
            <button
              v-else-if="pickable"
              class="as-link column-name"
              aria-haspopup="true"
              @click="pick(c, undefined, $event)">
              {{ labels?.[column.name] ?? column.name }}
            </button>
            <template v-else>{{ labels?.[column.name] ?? column.name }}</template>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="before > 0" aria-hidden="true">
          <td class="spacer" :colspan="columns.length" :style="{ height: `${before}px` }"></td>
        </tr>
        <tr
          v-for="row in shown"
          :key="row.index"
          v-memo="[row.cells, columns, formats, widths, fresh, pickable]"
          class="data">
          <td
            v-for="(cell, c) in inWords(row.cells)"
            :key="c"
            :class="{ num: cell.numeric, changed: cell.fresh, pickable }"
            :style="cell.width"
            :title="cell.exact"
            @click="pick(c, row.index, $event)">
            <span :class="{ nothing: cell.nothing }">{{ cell.words }}</span>
          </td>
        </tr>
        <tr v-if="after > 0" aria-hidden="true">
          <td class="spacer" :colspan="columns.length" :style="{ height: `${after}px` }"></td>
        </tr>
      </tbody>
      <tfoot v-if="totals">
        <tr>
          <td v-for="(column, c) in columns" :key="c" :class="{ num: isNumeric(column) }">
            {{ totals[column.name] ?? (c === 0 ? 'total' : '') }}
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.scroller {
  overflow: auto;
}
.spacer {
  padding: 0;
  border: 0;
}
tr.data {
  height: 29px;
}
.column-name {
  color: var(--soft);
}
.pickable {
  cursor: pointer;
}
.changed {
  background: var(--wash);
}
tfoot td {
  position: sticky;
  bottom: 0;
  background: var(--head);
  font-weight: 700;
}
td {
  max-width: 340px;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
