// The theme of the SQL editor, in the colors of the page.
import { HighlightStyle } from '@codemirror/language'
import { EditorView } from '@codemirror/view'
import { tags } from '@lezer/highlight'

export const look = HighlightStyle.define([
  { tag: tags.keyword, color: 'var(--sea)', fontWeight: '600' },
  { tag: tags.string, color: 'var(--code-text)' },
  { tag: tags.number, color: 'var(--code-number)' },
  { tag: tags.comment, color: 'var(--code-comment)', fontStyle: 'italic' },
])

export const theme = EditorView.theme({
  '&': { height: '100%', backgroundColor: 'transparent', fontSize: '12.5px' },
  // No ligatures: >= must stay as typed.
  '.cm-scroller': { fontFamily: 'var(--mono)', lineHeight: '1.72', fontVariantLigatures: 'none' },
  '.cm-gutters': { backgroundColor: 'transparent', border: 'none', color: 'var(--faint)' },
  '&.cm-focused': { outline: 'none' },
  '.cm-content': { padding: '8px 0' },
  '.cm-line': { paddingRight: '8px' },
  '.cm-parameter': {
    background: 'color-mix(in srgb, var(--k) 14%, var(--field))',
    borderBottom: '2px solid var(--k)',
    borderRadius: '3px',
    padding: '0 2px',
  },
  '.cm-gone': { color: 'var(--gone)', textDecoration: 'line-through' },
  '.cm-gone span': { color: 'inherit' },
  '.cm-problem': { textDecoration: 'underline wavy var(--buoy)' },
  '.cm-notice': { textDecoration: 'underline dotted var(--amber)', textUnderlineOffset: '3px' },
  '.cm-fixed': { borderBottom: '1.5px dashed var(--dash)' },
  '.cm-tooltip.cm-offer': {
    background: 'var(--card)',
    border: '1px solid var(--edge)',
    borderRadius: '5px',
    padding: '3px 9px',
    display: 'flex',
    gap: '10px',
    alignItems: 'baseline',
    fontFamily: "'Atkinson Hyperlegible'",
    maxWidth: '420px',
  },
  '.cm-beside': { background: 'var(--wash)' },
  '.cm-highlighted': { outline: '2px solid var(--k)' },
  '.cm-tooltip.cm-tooltip-autocomplete': {
    background: 'var(--card)',
    border: '1px solid var(--edge)',
    borderRadius: '5px',
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: 'var(--mono)' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { background: 'var(--wash)', color: 'var(--ink)' },
  '.cm-panels': { background: 'var(--head)', color: 'var(--ink)', borderBottom: '1px solid var(--line)' },
  '.cm-panel.cm-search, .cm-panel.cm-gotoLine': {
    padding: '5px 26px 5px 10px',
    fontFamily: "'Atkinson Hyperlegible'",
    fontSize: '12.5px',
  },
  '.cm-panel.cm-search input, .cm-panel.cm-search button, .cm-panel.cm-search label': { fontSize: '12.5px' },
  '.cm-textfield': { background: 'var(--field)', color: 'var(--ink)', border: '1px solid var(--edge)' },
  '.cm-button': {
    background: 'none',
    border: '1px solid var(--line)',
    borderRadius: '4px',
    color: 'var(--ink)',
  },
  '.cm-panel button[name=close]': { color: 'var(--ink)', fontSize: '16px' },
  '.cm-searchMatch': { background: 'color-mix(in srgb, var(--amber) 30%, transparent)' },
  '.cm-searchMatch-selected': { outline: '2px solid var(--amber)' },
  '&.cm-focused .cm-matchingBracket': { background: 'var(--wash)', outline: '1px solid var(--edge)' },
  '&.cm-focused .cm-nonmatchingBracket': { color: 'var(--buoy)' },
  '.cm-where': {
    float: 'right',
    fontFamily: "'Atkinson Hyperlegible'",
    fontSize: '12px',
    color: 'var(--soft)',
    paddingLeft: '12px',
  },
  '.cm-where.attention': { color: 'var(--buoy)' },
})
