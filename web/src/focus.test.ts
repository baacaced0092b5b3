import { afterEach, beforeEach, expect, test } from 'vitest'
import { keepFocus } from './focus'

let stop: () => void
beforeEach(() => {
  stop = keepFocus(document)
})
afterEach(() => {
  stop()
  document.body.innerHTML = ''
})

const frame = (): Promise<unknown> => new Promise(requestAnimationFrame)

/** After the two frames that a page takes to settle, and one more. */
async function settled(): Promise<void> {
  await frame()
  await frame()
  await frame()
}
const of = (id: string): HTMLElement => document.getElementById(id) as HTMLElement
const focused = (): string | undefined => document.activeElement?.id

function show(html: string, focus: string): void {
  document.body.innerHTML = html
  of(focus).focus()
}

test('moves to the element that replaces a removed button', async () => {
  show(
    '<main><button id="one">1</button><p id="old"><button id="add">+</button></p><a id="last" href="#">x</a></main>',
    'add',
  )
  of('old').outerHTML = '<form><input id="name"></form>'
  await settled()
  expect(focused()).toBe('name')
})

test('moves to the next of several elements, or to the previous one at the end', async () => {
  show(
    '<main><ul><li><button id="a">a</button></li><li id="gone"><button id="b">b</button></li>' +
      '<li><button id="c">c</button></li></ul></main>',
    'b',
  )
  of('gone').remove()
  await settled()
  expect(focused()).toBe('c')
  of('c').remove()
  await settled()
  expect(focused()).toBe('a')
})

test('does not return to an editor, in which Tab would insert text', async () => {
  show(
    '<main><section id="pane"><button id="turn">Turn</button><div contenteditable="true">text</div>' +
      '<p id="gone"><button id="all">All</button></p></section></main>',
    'all',
  )
  of('gone').remove()
  await settled()
  expect(focused()).toBe('turn')
})

test('returns to a button that was disabled during an operation', async () => {
  show('<main><button id="try">Try</button><button id="other">Other</button></main>', 'try')
  of('try').blur()
  of('try').setAttribute('disabled', '')
  await settled()
  expect(focused()).toBe('')
  of('try').removeAttribute('disabled')
  await settled()
  expect(focused()).toBe('try')
})

test('moves to the beginning of a new page', async () => {
  show('<header><a id="nav" href="#">Nav</a></header><main id="old"><a id="link" href="#">Open</a></main>', 'link')
  of('old').outerHTML = '<main id="new"><button id="first">1</button></main>'
  await settled()
  expect(focused()).toBe('new')
})

test('stays where the user moved it', async () => {
  show('<main><button id="a">a</button><button id="b">b</button><button id="c">c</button></main>', 'a')
  of('a').remove()
  of('c').focus()
  await settled()
  expect(focused()).toBe('c')
})

test('is cleared by a click on an empty area', async () => {
  show('<main><p id="text">Words</p><button id="a">a</button><button id="b">b</button></main>', 'a')
  of('text').dispatchEvent(new Event('pointerdown', { bubbles: true }))
  of('a').blur()
  of('b').remove()
  await settled()
  expect(focused()).toBe('')
})
