import { reactive, watch } from 'vue'

/** Sizes of panes in pixels: widths, and the height of the lower row. */
export interface PaneSizes {
  choices: number
  sent: number
  rows: number
  evidence: number
}

export const USUAL: Readonly<PaneSizes> = { choices: 264, sent: 440, rows: 280, evidence: 300 }
export const SMALLEST: Readonly<PaneSizes> = { choices: 180, sent: 200, rows: 140, evidence: 180 }
const LARGEST_PART = { choices: 0.35, sent: 0.5, rows: 0.75, evidence: 0.5 }
const STORED_UNDER = 'plainsieve.bench.panes'

const isSize = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value) && value > 0

function stored(): PaneSizes {
  try {
    const found = JSON.parse(localStorage.getItem(STORED_UNDER) ?? '{}') as Partial<PaneSizes>
    return Object.fromEntries(
      Object.entries(USUAL).map(([pane, usual]) => {
        const size = found[pane as keyof PaneSizes]
        return [pane, isSize(size) ? size : usual]
      }),
    ) as unknown as PaneSizes
  } catch {
    return { ...USUAL }
  }
}

/** The largest size of a pane in this window. */
export const largest = (pane: keyof PaneSizes): number =>
  Math.round((pane === 'rows' ? window.innerHeight : window.innerWidth) * LARGEST_PART[pane])

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
