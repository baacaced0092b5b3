/* The keys of a screen, as they are told by "?". */
export interface KeyTold {
  keys: string
  what: string
}

const EVERYWHERE: KeyTold[] = [
  { keys: 'Ctrl K', what: 'find anything and go there' },
  { keys: 'Ctrl Z', what: 'take back the last edit; with Shift, do it again' },
  { keys: '?', what: 'show these keys' },
]
const MARKS: KeyTold[] = [
  { keys: 'Tab', what: 'go to the next marked word' },
  { keys: 'Enter', what: 'open it; take what is offered' },
  { keys: '↑ ↓', what: 'go through what is offered; typing narrows it' },
  { keys: 'Esc', what: 'leave it as it was' },
]
const BY_SCREEN: [RegExp, KeyTold[]][] = [
  [
    /^\/reports\/[^/]+\/making/,
    [
      ...MARKS,
      { keys: 'Alt ↑ ↓', what: 'move the thing that has the focus' },
      { keys: 'Alt ← →', what: 'make a view narrower or wider' },
      { keys: 'Alt Shift ↑ ↓', what: 'make a view lower or higher' },
      { keys: 'Del', what: 'remove it' },
    ],
  ],
  [/^\/reports\/[^/]+$/, [...MARKS, { keys: 'Esc', what: 'let go of what was picked last' }]],
  [/^\/reports$/, [{ keys: '/', what: 'search' }]],
  [
    /^\/queries\/./,
    [
      { keys: 'Ctrl Enter', what: 'run' },
      { keys: 'Esc', what: 'stop' },
      { keys: 'Ctrl S', what: 'save now; a pause in typing saves, too' },
      { keys: 'Alt 1 … 4', what: 'go to choices, query, rows, sent' },
      { keys: '/', what: 'search the list that is open' },
      { keys: 'Esc, then Tab', what: 'leave the text; Tab alone indents' },
      { keys: 'Ctrl Space', what: 'offer names and parameters' },
    ],
  ],
  [/^\/parameters/, [{ keys: 'Enter', what: 'open the parameter that has the focus' }]],
]

/** @param path of the screen, within the project */
export const keysOf = (path: string): KeyTold[] => [
  ...(BY_SCREEN.find(([screen]) => screen.test(path))?.[1] ?? []),
  ...EVERYWHERE,
]
