import { computed, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue'
import { alignedLines, type AlignedLine } from '../../query/alignment'
import type { EditorGeometry } from '../../query/sideBySide'
import type { RunEvidence } from './useRunEvidence'

export interface UsedAlignment {
  /** The lines of the sent statement beside those of the query; undefined for steps, requests and changed texts. */
  lines: ComputedRef<AlignedLine[] | undefined>
  /** The number of blank lines that the editor leaves, by the number of the line after them. */
  spaces: ComputedRef<Map<number, number>>
  geometry: ShallowRef<EditorGeometry | undefined>
  /** The line under the pointer in either pane; 0 for none. */
  line: Ref<number>
  setGeometry: (now: EditorGeometry) => void
  setLine: (now: number) => void
}

/** Aligns the statement of the last run with the query. */
export function useAlignedStatement(
  text: Ref<string>,
  isPlainSql: () => boolean,
  { answer, stale }: Pick<RunEvidence, 'answer' | 'stale'>,
): UsedAlignment {
  const lines = computed(() => {
    if (!answer.value || stale.value || !isPlainSql()) return undefined
    const { text: sent, placements } = answer.value.started
    return alignedLines(text.value, sent, placements)
  })
  const spaces = computed(
    () =>
      new Map(
        (lines.value ?? []).filter(one => one.line > 0 && one.before.length).map(one => [one.line, one.before.length]),
      ),
  )
  const geometry = shallowRef<EditorGeometry>()
  const line = ref(0)
  return {
    lines,
    spaces,
    geometry,
    line,
    setGeometry: now => void (geometry.value = now),
    setLine: now => void (line.value = now),
  }
}
