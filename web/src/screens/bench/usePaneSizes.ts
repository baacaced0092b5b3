import { reactive, watch } from 'vue'

/** Sizes of panes in pixels: widths, and the height of the lower row. */
export interface PaneSizes {
  choices: number
  sent: number
  rows: number
  evidence: number
}

export const DEFAULT_SIZES: Readonly<PaneSizes> = { choices: 264, sent: 440, rows: 280, evidence: 300 }
export const MINIMUM_SIZES: Readonly<PaneSizes> = { choices: 180, sent: 200, rows: 140, evidence: 180 }
const MAXIMUM_SHARES = { choices: 0.35, sent: 0.5, rows: 0.75, evidence: 0.5 }
const STORED_UNDER = 'plainsieve.bench.panes'

const isSize = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value) && value > 0

function stored(): PaneSizes {
  try {
    const found = JSON.parse(localStorage.getItem(STORED_UNDER) ?? '{}') as Partial<PaneSizes>
    return Object.fromEntries(
      Object.entries(DEFAULT_SIZES).map(([pane, defaultSize]) => {
        const size = found[pane as keyof PaneSizes]
        return [pane, isSize(size) ? size : defaultSize]
      }),
    ) as unknown as PaneSizes
  } catch {
    return { ...DEFAULT_SIZES }
  }
}

/** The maximum size of a pane in this window. */
export const maximumSize = (pane: keyof PaneSizes): number =>
  Math.round((pane === 'rows' ? window.innerHeight : window.innerWidth) * MAXIMUM_SHARES[pane])

/** The sizes of the panes of the bench, stored in the browser. */
export function usePaneSizes(): PaneSizes {
  const sizes = reactive(stored())
  watch(sizes, now => {
    try {
      localStorage.setItem(STORED_UNDER, JSON.stringify(now))
    } catch {
      // Without storage, sizes are lost with the page.
    }
  })
  return sizes
}
