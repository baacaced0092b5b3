<script setup lang="ts">
/*
 * The values of a list with checkboxes (multiple) or radio buttons (single), and a search for ten or more. Custom, because only
 * visible values may be rendered: ten thousand open as fast as ten, and arrow keys reach every one of them.
 */
import { BFormInput } from 'bootstrap-vue-next'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, nextTick, ref, useId, watch } from 'vue'
import { chosen } from '../choices/choices'
import { countInWords } from '../formats'
import { MOST_VISIBLE, movedBy } from './moves'
import { matched, pastedValues } from './pasted'
import type { ControlEmits, ControlProps } from './types'
import { useOptions } from './useOptions'
import ValueOption from './ValueOption.vue'
import ValueShortcuts from './ValueShortcuts.vue'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const SEARCH_FROM = 10
const ROW_HEIGHT = 25
const id = useId()
const search = ref('')
const active = ref(0)
/* After arrow keys, Space selects the value; while typing a search, it is a blank. */
const wandering = ref(false)
const unknown = ref<string[]>([])
const scroller = ref<HTMLElement | null>(null)
const field = ref<InstanceType<typeof BFormInput> | null>(null)
const { options, long, searching, more } = useOptions(props, search)

const picked = computed(() => new Set(props.modelValue.values))
/* For a partially loaded list, "all but one" cannot be expressed: there, a click selects only that value. */
const isAllOfLong = computed(() => props.modelValue.kind === 'all' && long.value)
const isTicked = (value: string): boolean => (props.modelValue.kind === 'all' && !long.value) || picked.value.has(value)
const hasSearch = computed(() => long.value || props.list.length >= SEARCH_FROM)
const placeholder = computed(() =>
  long.value ? 'Search the list' : `Search ${countInWords(props.list.length)} values`,
)

const virtual = useVirtualizer(
  computed(() => ({
    count: options.value.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => ROW_HEIGHT,
    overscan: 10,
    initialRect: { width: 200, height: ROW_HEIGHT * MOST_VISIBLE },
  })),
)
const shown = computed(() =>
  virtual.value.getVirtualItems().flatMap(row => {
    const item = options.value[row.index]
    return item ? [{ item, top: row.start, index: row.index }] : []
  }),
)
/* All that a value in the list shows: it is not drawn again while that stays. */
const looks = ({ item, top, index }: (typeof shown.value)[number]): unknown[] => [
  ...Object.values(item),
  top,
  isTicked(item.value),
  index === active.value,
  long.value ? -1 : options.value.length,
  props.parameter.multiple,
]
watch(search, () => {
  active.value = 0
  wandering.value = false
})
watch(shown, rows => {
  if (rows.at(-1)?.index === options.value.length - 1) void more()
})

function toggle(value: string): void {
  unknown.value = []
  if (!props.parameter.multiple) {
    emit('update:modelValue', chosen([value]))
    return
  }
  const isAll = props.modelValue.kind === 'all' && !long.value
  const base = isAll ? props.list.map(item => item.value) : props.modelValue.values
  const values = isTicked(value) ? base.filter(other => other !== value) : [...base, value]
  emit('update:modelValue', {
    ...chosen(values),
    ...(props.modelValue.withoutValue ? { kind: 'values', withoutValue: true } : {}),
  })
}

function keys(event: KeyboardEvent, inSearch: boolean): void {
  const to = movedBy(event.key, active.value, options.value.length - 1)
  const option = options.value[active.value]
  if (event.key === '/' && !inSearch && hasSearch.value) focus()
  else if (to !== undefined && !(inSearch && ['Home', 'End'].includes(event.key))) {
    active.value = to
    wandering.value = true
    virtual.value.scrollToIndex(active.value)
  } else if (option && (event.key === 'Enter' || (event.key === ' ' && (!inSearch || wandering.value))))
    toggle(option.value)
  else return
  event.preventDefault()
  event.stopPropagation()
}

/** Pasted values are selected together; unlisted ones are reported. */
async function paste(event: ClipboardEvent): Promise<void> {
  const pasted = props.parameter.multiple ? pastedValues(event.clipboardData?.getData('text') ?? '') : []
  if (pasted.length === 0) return
  event.preventDefault()
  const { values, unknown: others } = matched(pasted, long.value ? await props.source.named(pasted) : props.list)
  unknown.value = others
  emit(
    'update:modelValue',
    chosen([...new Set([...(props.modelValue.kind === 'all' ? [] : props.modelValue.values), ...values])]),
  )
}

function focus(): void {
  void nextTick(() => (hasSearch.value ? field.value?.focus() : scroller.value?.focus()))
}
defineExpose({ focus })
</script>

<template>
  <div class="picker" @paste="paste">
    <BFormInput
      v-if="hasSearch"
      ref="field"
      v-model="search"
      type="search"
      class="mb-1"
      :placeholder="placeholder"
      :aria-label="`Search ${parameter.label}`"
      role="combobox"
      aria-expanded="true"
      aria-autocomplete="list"
      :aria-controls="`${id}-list`"
      :aria-activedescendant="options.length ? `${id}-${active}` : undefined"
      @keydown="keys($event, true)" />
    <div v-if="loading && list.length === 0" class="soft" role="status">Loading the list …</div>
    <div v-else-if="options.length === 0" class="soft" role="status">
      {{ searching ? 'Searching …' : search ? 'No matching values.' : 'The list is empty.' }}
    </div>
    <div
      :id="`${id}-list`"
      ref="scroller"
      class="values"
      role="listbox"
      :tabindex="options.length ? 0 : -1"
      :aria-label="parameter.label"
      :aria-multiselectable="parameter.multiple"
      :aria-activedescendant="options.length ? `${id}-${active}` : undefined"
      :style="{ height: `${Math.min(options.length, MOST_VISIBLE) * ROW_HEIGHT}px` }"
      @keydown="keys($event, false)">
      <div role="presentation" :style="{ height: `${options.length * ROW_HEIGHT}px`, position: 'relative' }">
        <div
          v-for="row in shown"
          :id="`${id}-${row.index}`"
          :key="row.item.value"
          v-memo="looks(row)"
          class="option"
          role="option"
          :aria-selected="isTicked(row.item.value)"
          :aria-setsize="long ? -1 : options.length"
          :aria-posinset="row.index + 1"
          :class="{ active: row.index === active }"
          :style="{ transform: `translateY(${row.top}px)` }"
          :title="row.item.label"
          @click="((active = row.index), toggle(row.item.value))">
          <ValueOption :option="row.item" :many="parameter.multiple" :on="isTicked(row.item.value)" />
        </div>
      </div>
    </div>
    <div v-if="isAllOfLong" class="small soft" role="status">All selected. Click one to select only that.</div>
    <ValueShortcuts
      :parameter="parameter"
      :model-value="modelValue"
      @update:model-value="emit('update:modelValue', $event)" />
    <div v-if="unknown.length" class="small bad-line" role="alert">
      {{ countInWords(unknown.length) }} pasted {{ unknown.length === 1 ? 'value is' : 'values are' }} not on the list:
      {{ unknown.slice(0, 3).join(', ') }}{{ unknown.length > 3 ? ' …' : '' }}
    </div>
  </div>
</template>

<style scoped>
.values {
  overflow-y: auto;
  outline-offset: -2px;
}
.option {
  position: absolute;
  left: 0;
  right: 0;
  top: 0;
  height: 25px;
  display: flex;
  align-items: center;
  gap: 7px;
  padding: 0 4px;
  cursor: pointer;
  border-radius: 3px;
}
.option:hover {
  background: var(--wash);
}
.values:focus-visible .active,
.picker:focus-within input:focus ~ .values .active {
  box-shadow: inset 0 0 0 1.5px var(--sea);
}
.bad-line {
  color: var(--buoy);
}
fieldset:disabled .values,
fieldset:disabled .option {
  pointer-events: none;
  opacity: 0.6;
}
</style>
