/* The keys of a screen for "?". */
export interface NewKeyNotice {
  keys: string
  what: string
}

const EVERYWHERE: NewKeyNotice[] = [
  { keys: 'Ctrl K', what: 'find anything' },
  { keys: 'Ctrl Z, Ctrl Y', what: 'undo the last edit of this page, and redo it' },
  { keys: '?', what: 'show these shortcuts' },
]
const MARKS: NewKeyNotice[] = [
  { keys: 'Tab', what: 'go to the next marked word' },
  { keys: 'Enter', what: 'open it; accept the suggestion' },
  { keys: '↑ ↓', what: 'move through the options; type to filter' },
  { keys: 'Esc', what: 'cancel' },
]
const BY_SCREEN: [RegExp, NewKeyNotice[]][] = [
  [
    /^\/reports\/[^/]+\/edit/,
    [
      ...MARKS,
      { keys: 'Alt ↑ ↓', what: 'move the focused item' },
      { keys: 'Alt ← →', what: 'make a view narrower or wider' },
      { keys: 'Alt Shift ↑ ↓', what: 'make a view shorter or taller' },
      { keys: 'Del', what: 'remove it' },
    ],
  ],
  [
    /^\/reports\/[^/]+$/,
    [
      ...MARKS,
      { keys: 'Ctrl Z, Ctrl Y', what: 'undo the last choice, and redo it' },
      { keys: 'Esc', what: 'clear the last pick' },
    ],
  ],
  [/^\/reports$/, [{ keys: '/', what: 'search' }]],
  [
    /^\/queries\/./,
    [
      { keys: 'Ctrl Enter', what: 'run' },
      { keys: 'Esc', what: 'stop' },
      { keys: 'Ctrl S', what: 'save now; also saved when you stop typing' },
      { keys: 'Alt 1 … 4', what: 'go to choices, query, rows, sent' },
      { keys: '/', what: 'search the open list' },
      { keys: 'Esc, then Tab', what: 'leave the editor; Tab alone indents' },
      { keys: 'Ctrl Space', what: 'suggest names and parameters' },
      { keys: 'Ctrl F', what: 'find and replace in the query' },
      { keys: 'Ctrl Alt G', what: 'go to a line' },
      { keys: 'Ctrl /', what: 'comment the line out, or in' },
      { keys: 'Shift Alt F', what: 'format the query' },
    ],
  ],
  [/^\/parameters/, [{ keys: 'Enter', what: 'open the focused parameter' }]],
]

/** @param path of the screen, within the project */
export const keysOf = (path: string): NewKeyNotice[] => [
  ...(BY_SCREEN.find(([screen]) => screen.test(path))?.[1] ?? []),
  ...EVERYWHERE,
]
