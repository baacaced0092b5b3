import { onScopeDispose, ref, type ComputedRef, type Ref } from 'vue'
import { atOnce } from '../../api/page'
import type { Report } from '../../api/types'
import { steady } from '../../composables/steady'
import { isPick } from '../../choices/pickNames'
import { picksOfLink, picksToLink, strangePicks } from '../../views/picksLink'
import { togglePick } from '../../views/usePicked'
import type { Picked } from '../../views/useViewRun'
import { queryOf, type ReportAddress } from './useReportAddress'

/** Selections are part of the address, next to the choices; Back and Esc undo them. */
export function useLinkedPicks(
  report: Report,
  address: ReportAddress,
): {
  picked: Ref<Picked[]>
  pick: (one: Picked) => void
  clear: () => Promise<void>
  /** Picks of the link that no view knows. */
  strange: ComputedRef<string[]>
  /** Leaves them out of the link. */
  forgetStrange: () => Promise<void>
} {
  const { views } = report.definition
  const picked = ref<Picked[]>(picksOfLink(address.params(), views))

  address.onMoved(() => {
    const linked = picksOfLink(address.params(), views)
    if (JSON.stringify(linked.map(one => one.filter)) !== JSON.stringify(picked.value.map(one => one.filter)))
      picked.value = linked
  })

  async function set(next: Picked[]): Promise<void> {
    const inSight = atOnce(() => (picked.value = next))
    const rest = new URLSearchParams(
      [...address.params()].filter(([name, value]) => !isPick(name) && !(name === 'without' && isPick(value))),
    )
    picksToLink(next).forEach((value, name) => rest.append(name, value))
    await address.become(queryOf(rest), inSight)
  }

  const strange = steady(() => strangePicks(address.params(), views))

  /* Esc closes open menus first. */
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
