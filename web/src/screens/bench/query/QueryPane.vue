<script setup lang="ts">
import type { EditorView } from '@codemirror/view'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { NoticeFix, QueryCheck } from '../../../api/types'
import { createEditor, decorateCheck, decorateRun, highlightParameter, replaceText } from '../../../query/editor'
import { teachNames } from '../../../query/completion'
import type { KnownNames } from '../../../query/knownNames'
import type { UsedAlignment } from '../useAlignedStatement'
import type { RunEvidence } from '../useRunEvidence'
import { useDecorations } from './useDecorations'
import type { UsedHardCodedValues } from './useHardCodedValues'
import HardCodedNote from './HardCodedNote.vue'
import NoticesList from './NoticesList.vue'
import { formatSql } from '../../../query/format'
import { isRequest } from '../../../query/request'
import { highlightLine, leaveSpace } from '../../../query/sideBySide'

const props = defineProps<{
  text: string
  check: QueryCheck
  /** The text that was checked. */
  checkedText: string
  colors: Record<string, string>
  highlighted: string
  /** The outcome of the last run. */
  evidence: RunEvidence
  /** The last statement, beside whose lines those of the editor are. */
  aligned: UsedAlignment
  hardCoded: UsedHardCodedValues
  /** The completions. */
  known: KnownNames
}>()
const emit = defineEmits<{
  edit: [text: string]
  run: []
  turn: []
  highlight: [name: string]
  mend: [name: string, mark: string, taken: string]
}>()

const { made, failed, busy, make } = props.hardCoded
const asRequest = computed(() => isRequest(props.text))
const box = ref<HTMLElement | null>(null)
let view: EditorView | undefined
const placed = computed(() =>
  [...props.check.problems, ...props.evidence.runProblems.value].filter(problem => problem.line > 0),
)
const told = computed(() => {
  const seen = new Map(placed.value.map(problem => [`${problem.start}${problem.message}`, problem]))
  return [...seen.values()]
})

const { checked, ran } = useDecorations(props, placed)

function insertAtCursor(words: string): void {
  view?.dispatch(view.state.replaceSelection(words))
  view?.focus()
}
/** Makes the safe rewrite in the editor, where it can be undone like anything typed. */
function fix(parameter: string, { edits, mark, option: taken }: NoticeFix): void {
  if (mark) return emit('mend', parameter, mark, taken)
  if (!view) return
  view.dispatch({ changes: edits.map(edit => ({ from: edit.start, to: edit.end, insert: edit.replacement })) })
  view.focus()
}
const unformatted = ref(false)
async function format(): Promise<void> {
  if (!view || asRequest.value) return
  const before = view.state.doc.toString()
  const after = await formatSql(before, props.known.source)
  unformatted.value = after === undefined
  if (after !== undefined && view.state.doc.toString() === before) replaceText(view, after)
  view.focus()
}
const cursor = (): number => view?.state.selection.main.head ?? 0
function goTo(at: number): void {
  view?.dispatch({ selection: { anchor: Math.min(at, view.state.doc.length) }, scrollIntoView: true })
  view?.focus()
}
function scrollTo(top: number): void {
  if (view && Math.abs(view.scrollDOM.scrollTop - top) > 1) view.scrollDOM.scrollTop = top
}
defineExpose({ insertAtCursor, scrollTo, focus: () => view?.focus() })

onMounted(() => {
  if (!box.value) return
  view = createEditor(box.value, props.text, {
    onChange: text => emit('edit', text),
    onRun: () => emit('run'),
    onFormat: () => void format(),
    onHover: name => emit('highlight', name),
    onChoose: at => void make([at], false),
    onGeometry: props.aligned.setGeometry,
    onLine: props.aligned.setLine,
  })
  decorateCheck(view, checked.value)
  decorateRun(view, ran.value)
  teachNames(view, props.known, asRequest.value)
})
watch([() => props.known, asRequest], ([now, request]) => view && teachNames(view, now, request))
watch(
  () => props.text,
  text => view && replaceText(view, text),
)
watch(checked, now => view && decorateCheck(view, now))
watch(ran, now => view && decorateRun(view, now))
watch(
  () => props.highlighted,
  now => view && highlightParameter(view, now),
)
watch(props.aligned.spaces, now => view && leaveSpace(view, now))
watch(props.aligned.line, now => view && highlightLine(view, now))
onBeforeUnmount(() => view?.destroy())
</script>

<template>
  <section class="pane" aria-label="Query">
    <div class="head">
      <h2>Query</h2>
      <span class="soft small reading-hint">hover a choice to highlight its clauses</span
      ><span class="soft small typing-hint">Tab indents; Esc, then Tab, leaves</span>
      <span class="grow"></span>
      <button v-if="text.trim() && !asRequest" type="button" class="as-link small" @click="emit('turn')">
        Convert to steps
      </button>
      <button v-if="text.trim() && !asRequest" type="button" class="as-link small" title="Shift Alt F" @click="format">
        Format
      </button>
    </div>
    <slot></slot>
    <div ref="box" class="editor"></div>
    <div class="below">
      <div v-if="unformatted" class="note m-2" role="status">
        This text cannot be formatted without changing it.
        <button class="as-link" @click="unformatted = false">Close</button>
      </div>
      <HardCodedNote
        :text="checkedText"
        :offers="check.hardCodedValues"
        :made="made"
        :failed="failed"
        :busy="busy"
        @make="make"
        @go-to="goTo" />
      <NoticesList v-if="check.notices.length" :notices="check.notices" :cursor="cursor" @go-to="goTo" @fix="fix" />
      <div v-for="problem in told" :key="problem.start + problem.message" class="note bad m-2" role="alert">
        <button class="as-link" @click="goTo(problem.start)">
          <b>Line {{ problem.line }}</b>
        </button>
        {{ problem.message }} {{ problem.advice }}
      </div>
    </div>
  </section>
</template>

<style scoped>
.pane:has(.editor:focus-within) .reading-hint,
.pane:not(:has(.editor:focus-within)) .typing-hint {
  display: none;
}
.editor {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
.below {
  flex: none;
  max-height: 45%;
  overflow-y: auto;
}
</style>
