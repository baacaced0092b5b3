<script setup lang="ts">
import type { EditorView } from '@codemirror/view'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Failure } from '../../api/client'
import type { Made, Notice, Placement, Problem, QueryCheck, Ran } from '../../api/types'
import { createEditor, replaceText, showDecorations, type Decorated, type Mark } from '../../query/editor'
import { teachNames, type Known } from '../../query/completion'
import FixedNote from './FixedNote.vue'
import { countInWords } from '../../formats'
import { nextPlace, putTogether } from '../../query/alike'
import { goneMarks } from '../../query/placements'
import { isRequest } from '../../query/request'
import { whereNotes } from '../../query/where'

const props = defineProps<{
  text: string
  check: QueryCheck
  colours: Record<string, string>
  lit: string
  /** What became of the parameters in the last run; empty when the text has changed since. */
  placements: Placement[]
  /** Where they ran, once the database has told. */
  verdicts: Ran[]
  runProblems: Problem[]
  made: Made | undefined
  makeFailed: Failure | undefined
  making: boolean
  /** What can be completed. */
  known: Known
}>()
const emit = defineEmits<{
  edit: [text: string]
  run: []
  turn: []
  light: [name: string]
  mend: [name: string, type: string]
  make: [starts: number[], anew: boolean]
}>()

const asRequest = computed(() => isRequest(props.text))
const box = ref<HTMLElement | null>(null)
let view: EditorView | undefined
const placed = computed(() => [...props.check.problems, ...props.runProblems].filter(problem => problem.line > 0))
const told = computed(() => {
  const seen = new Map(placed.value.map(problem => [`${problem.start}${problem.message}`, problem]))
  return [...seen.values()]
})

const decorated = computed<Decorated>(() => {
  const marks: Mark[] = props.check.marks.map(mark => ({
    ...mark,
    kind: 'parameter',
    parameter: mark.name,
    colour: props.colours[mark.name],
    lit: props.lit === mark.name,
  }))
  const problems: Mark[] = placed.value.map(problem => ({
    start: problem.start,
    end: Math.max(problem.end, problem.start + 1),
    kind: 'problem',
  }))
  const notices: Mark[] = props.check.notices
    .filter(notice => notice.start >= 0)
    .map(notice => ({ start: notice.start, end: notice.end, kind: notice.blocks ? 'problem' : 'notice' }))
  const fixed = props.check.fixed.flatMap(offer =>
    offer.places.map(place => ({
      start: place.start,
      end: place.end,
      at: offer.places[0]?.start ?? place.start,
      words: offer.words,
    })),
  )
  const fixedMarks: Mark[] = fixed.map(({ start, end }) => ({ start, end, kind: 'fixed' }))
  return {
    fixed,
    marks: [...fixedMarks, ...goneMarks(props.placements), ...notices, ...marks, ...problems],
    notes: whereNotes(props.text, props.placements, props.verdicts),
  }
})

function insertAtCursor(words: string): void {
  view?.dispatch(view.state.replaceSelection(words))
  view?.focus()
}
/** Makes the safe rewrite in the editor, where it can be undone like anything typed. */
function fix(notice: Notice): void {
  if (notice.mendType) return emit('mend', notice.parameter, notice.mendType)
  if (!view) return
  view.dispatch({ changes: notice.edits.map(edit => ({ from: edit.start, to: edit.end, insert: edit.replacement })) })
  view.focus()
}
const together = computed(() => putTogether(props.check.notices))
const cursor = (): number => view?.state.selection.main.head ?? 0
function goTo(at: number): void {
  view?.dispatch({ selection: { anchor: Math.min(at, view.state.doc.length) }, scrollIntoView: true })
  view?.focus()
}
defineExpose({ insertAtCursor, focus: () => view?.focus() })

onMounted(() => {
  if (!box.value) return
  view = createEditor(box.value, props.text, {
    onChange: text => emit('edit', text),
    onRun: () => emit('run'),
    onHover: name => emit('light', name),
    onChoose: at => emit('make', [at], false),
  })
  showDecorations(view, decorated.value)
  teachNames(view, props.known, asRequest.value)
})
watch([() => props.known, asRequest], ([now, request]) => view && teachNames(view, now, request))
watch(
  () => props.text,
  text => view && replaceText(view, text),
)
watch(decorated, now => view && showDecorations(view, now))
onBeforeUnmount(() => view?.destroy())
</script>

<template>
  <section class="pane" aria-label="Query">
    <div class="head">
      <h2>Query</h2>
      <span class="soft small">point at a choice to light its clauses</span>
      <span class="grow"></span>
      <button v-if="text.trim() && !asRequest" type="button" class="as-link small" @click="emit('turn')">
        Read as steps
      </button>
    </div>
    <slot></slot>
    <div ref="box" class="editor"></div>
    <div class="below">
      <FixedNote
        :text="text"
        :offers="check.fixed"
        :made="made"
        :failed="makeFailed"
        :busy="making"
        @make="(starts, anew) => emit('make', starts, anew)"
        @go-to="goTo" />
      <ul v-if="check.notices.length" class="notices" aria-label="Notices">
        <li
          v-for="{ first: notice, all } in together"
          :key="notice.kind + notice.start + notice.message"
          class="note"
          :class="{ bad: notice.blocks }"
          :data-notice="notice.kind">
          <button v-if="notice.line" class="as-link" @click="goTo(notice.start)">
            <b>Line {{ notice.line }}</b>
          </button>
          {{ notice.message }} {{ notice.advice }}
          <button
            v-if="all.length > 1"
            class="as-link"
            title="Go to the next one"
            @click="goTo(nextPlace({ first: notice, all }, cursor()))">
            And {{ countInWords(all.length - 1) }} more places like it.
          </button>
          <button v-if="notice.fix" class="as-link fix" @click="fix(notice)">{{ notice.fix }}</button>
        </li>
      </ul>
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
.notices {
  list-style: none;
  margin: 0;
  padding: 8px;
  display: flex;
  flex-direction: column;
  gap: 6px;
  border-top: 1px solid var(--line);
}
.fix {
  font-weight: 600;
  margin-left: 4px;
}
</style>
