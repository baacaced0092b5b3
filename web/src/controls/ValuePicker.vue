<script setup lang="ts">
/* The values of a list to tick (many) or to pick from (one), with a search from ten values on. */
import { BFormInput } from 'bootstrap-vue-next'
import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, ref, useId } from 'vue'
import { all, blank, chosen, sameChoice } from '../choices/choices'
import type { ControlEmits, ControlProps } from './types'

const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const SEARCH_FROM = 10
const ROW_HEIGHT = 25
const MOST_VISIBLE = 9
const id = useId()
const search = ref('')
const scroller = ref<HTMLElement | null>(null)

const picked = computed(() => new Set(props.modelValue.values))
const isTicked = (value: string): boolean => props.modelValue.kind === 'all' || picked.value.has(value)

/* What was chosen and is not on the list any more stays in sight until it is changed. */
const items = computed(() => {
  const known = new Set(props.list.map(item => item.value))
  const gone = props.loading ? [] : props.modelValue.values.filter(value => !known.has(value))
  const wanted = search.value.trim().toLowerCase()
  const listed = props.list.map(item => ({ ...item, gone: false }))
  return [...gone.map(value => ({ value, label: value, gone: true })), ...listed].filter(item =>
    item.label.toLowerCase().includes(wanted),
  )
})
const virtual = useVirtualizer(
  computed(() => ({
    count: items.value.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => ROW_HEIGHT,
    overscan: 10,
    initialRect: { width: 200, height: ROW_HEIGHT * MOST_VISIBLE },
  })),
)
const shown = computed(() => virtual.value.getVirtualItems().flatMap(row => {
  const item = items.value[row.index]
  return item ? [{ item, top: row.start, index: row.index }] : []
}))

function toggle(value: string): void {
  if (!props.parameter.many) {
    emit('update:modelValue', chosen([value]))
    return
  }
  const base = props.modelValue.kind === 'all' ? props.list.map(item => item.value) : props.modelValue.values
  const values = isTicked(value) ? base.filter(other => other !== value) : [...base, value]
  emit('update:modelValue', chosen(values))
}
</script>

<template>
  <div class="picker">
    <BFormInput
      v-if="list.length >= SEARCH_FROM" v-model="search" type="search" class="mb-1" :placeholder="`Search ${list.length} values`"
      :aria-label="`Search ${parameter.label}`" />
    <div v-if="loading" class="soft">Loading the list …</div>
    <div v-else-if="items.length === 0" class="soft">{{ search ? 'No value like that.' : 'The list is empty.' }}</div>
    <div
      ref="scroller" class="values" role="group" :aria-label="parameter.label"
      :style="{ height: `${Math.min(items.length, MOST_VISIBLE) * ROW_HEIGHT}px` }">
      <div :style="{ height: `${items.length * ROW_HEIGHT}px`, position: 'relative' }">
        <div v-for="row in shown" :key="row.item.value" class="form-check" :style="{ transform: `translateY(${row.top}px)` }">
          <input
            :id="`${id}-${row.index}`" class="form-check-input" :type="parameter.many ? 'checkbox' : 'radio'" :name="id"
            :checked="isTicked(row.item.value)" @change="toggle(row.item.value)" />
          <label class="form-check-label" :class="{ gone: row.item.gone }" :for="`${id}-${row.index}`">{{ row.item.label }}<span v-if="row.item.gone" class="small"> not on the list</span></label>
        </div>
      </div>
    </div>
    <div class="row-line small pt-1">
      <button v-if="parameter.many" class="as-link" type="button" @click="emit('update:modelValue', all())">All</button>
      <button class="as-link" type="button" @click="emit('update:modelValue', blank())">{{ parameter.many ? 'None' : parameter.blankWords || 'None' }}</button>
      <button
        v-if="!sameChoice(modelValue, parameter.defaultChoice)" class="as-link" type="button"
        @click="emit('update:modelValue', parameter.defaultChoice)">Back to default</button>
    </div>
  </div>
</template>

<style scoped>
.values { overflow-y: auto; }
.form-check { position: absolute; left: 1px; right: 0; top: 0; height: 25px; margin: 0; min-height: 0; padding-top: 2px; }
.form-check-label { white-space: nowrap; overflow: hidden; text-overflow: ellipsis; max-width: 100%; cursor: pointer; }
.gone { text-decoration: line-through; color: var(--soft); }
</style>
