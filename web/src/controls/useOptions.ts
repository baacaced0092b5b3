import { computed, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import type { ListedValue } from '../api/types'
import type { ControlProps } from './types'
import { useLabels } from './useLabels'

export interface Option extends ListedValue {
  /** Chosen, but not on the list any more. */
  gone: boolean
}

const SEARCH_AFTER = 200

/**
 * The options of a picker: the list, or its matches. A list too long to load is searched at its
 * source, a page at a time. Selected values that are no longer listed stay visible until changed.
 */
export function useOptions(
  props: ControlProps,
  search: Ref<string>,
): {
  options: ComputedRef<Option[]>
  long: ComputedRef<boolean>
  searching: Ref<boolean>
  more: () => Promise<void>
} {
  const labels = useLabels(props)
  const found = shallowRef<ListedValue[]>([])
  const hasMore = ref(false)
  const searching = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0
  const long = computed(
    () => !props.source.state.value.list.complete && props.list.length > 0 && props.parameter.list.kind !== 'any',
  )

  async function ask(start: number): Promise<void> {
    const mine = ++asked
    searching.value = true
    const page = await props.source.search(search.value.trim(), start).catch(() => undefined)
    if (mine !== asked) return
    searching.value = false
    if (!page) return
    found.value = start === 0 ? page.values : [...found.value, ...page.values]
    hasMore.value = page.more
  }
  watch(
    [search, () => props.list, long],
    () => {
      clearTimeout(timer)
      if (!long.value) return
      found.value = search.value.trim() ? found.value : props.list
      hasMore.value = true
      timer = setTimeout(() => void ask(0), search.value.trim() ? SEARCH_AFTER : 0)
    },
    { immediate: true },
  )

  async function more(): Promise<void> {
    if (long.value && hasMore.value && !searching.value) await ask(found.value.length)
  }

  const options = computed<Option[]>(() => {
    const wanted = search.value.trim().toLowerCase()
    const listed = long.value ? found.value : props.list.filter(item => item.label.toLowerCase().includes(wanted))
    const known = new Set([...labels.value, ...listed].map(item => item.value))
    const gone = props.loading ? [] : props.modelValue.values.filter(value => !known.has(value))
    return [
      ...gone
        .filter(value => value.toLowerCase().includes(wanted))
        .map(value => ({ value, label: value, count: -1, gone: true })),
      ...listed.map(item => ({ ...item, gone: false })),
    ]
  })
  return { options, long, searching, more }
}
