import { computed, shallowRef, watch, type ComputedRef } from 'vue'
import type { ListedValue } from '../api/types'
import type { ControlProps } from './types'

/** The labels of selected values, also beyond the loaded part of a long list. */
export function useLabels(props: ControlProps): ComputedRef<ListedValue[]> {
  const looked = shallowRef<ListedValue[]>([])
  const beyond = computed(() => {
    if (props.source.state.value.list.complete || props.list.length === 0) return []
    const here = new Set(props.list.map(item => item.value))
    return props.modelValue.values.filter(value => !here.has(value))
  })
  watch(
    beyond,
    async values => {
      if (values.length > 0) looked.value = await props.source.named(values).catch(() => looked.value)
    },
    { immediate: true },
  )
  return computed(() => [...props.list, ...looked.value])
}
