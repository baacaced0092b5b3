import { computed, onScopeDispose, ref, watch, type ComputedRef, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { atOnce } from '../../api/page'
import type { Report } from '../../api/types'
import { isPick, picksOfLink, picksToLink, strangePicks } from '../../choices/picksLink'
import { togglePick } from '../../views/usePicked'
import type { Picked } from '../../views/useViewRun'
import { paramsOf, queryOf } from './useLinkedChoices'

/** What is picked lives in the address, beside the choices: a link shows it, Back and Esc take it back. */
export function useLinkedPicks(report: Report): {
  picked: Ref<Picked[]>
  pick: (one: Picked) => void
  clear: () => Promise<void>
  /** Picks of the link that no view knows. */
  strange: ComputedRef<string[]>
  /** Leaves them out of the link. */
  forgetStrange: () => Promise<void>
} {
  const route = useRoute()
  const router = useRouter()
  const { views } = report.definition
  const page = route.path
  const picked = ref<Picked[]>(picksOfLink(paramsOf(route.fullPath), views))

  watch(
    () => route.fullPath,
    path => {
      if (route.path !== page) return
      const linked = picksOfLink(paramsOf(path), views)
      if (JSON.stringify(linked.map(one => one.filter)) !== JSON.stringify(picked.value.map(one => one.filter)))
        picked.value = linked
    },
  )

  async function set(next: Picked[]): Promise<void> {
    atOnce(() => (picked.value = next))
    const rest = new URLSearchParams(
      [...paramsOf(route.fullPath)].filter(([name, value]) => !isPick(name) && !(name === 'without' && isPick(value))),
    )
    picksToLink(next).forEach((value, name) => rest.append(name, value))
    await router.push({ path: route.path, query: queryOf(rest) })
  }

  const strange = computed(() => strangePicks(paramsOf(route.fullPath), views))

  /* Esc closes what is open first. */
  function takeBack(event: KeyboardEvent): void {
    const busy = event.defaultPrevented || document.querySelector('.dropdown-menu.show') !== null
    const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select')
    if (event.key === 'Escape' && !busy && !typing && picked.value.length > 0) void set(picked.value.slice(0, -1))
  }
  window.addEventListener('keydown', takeBack)
  onScopeDispose(() => window.removeEventListener('keydown', takeBack))

  return {
    picked,
    pick: one => void set(togglePick(picked.value, one)),
    clear: () => set([]),
    strange,
    forgetStrange: () => set(picked.value),
  }
}
