import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { useHistory } from './useHistory'

function edits(log: string[]) {
  return (name: string, possible = true) => ({
    label: name,
    undo: () => Promise.resolve(possible && log.push(`-${name}`) > 0),
    redo: () => Promise.resolve(log.push(`+${name}`) > 0),
  })
}

describe('edits', () => {
  it('are undone newest first and redone in order', async () => {
    const log: string[] = []
    const edit = edits(log)
    const history = useHistory()
    history.add(edit('a'))
    history.add(edit('b'))
    await history.undo()
    await history.undo()
    await history.redo()
    expect(log).toEqual(['-b', '-a', '+a'])
    expect([history.done.value?.label, history.undone.value?.label]).toEqual(['a', 'b'])
  })

  it('after an undo clear the redo list', async () => {
    const edit = edits([])
    const history = useHistory()
    history.add(edit('a'))
    await history.undo()
    history.add(edit('c'))
    expect(history.undone.value).toBeUndefined()
  })

  it('of another page wait for a return to it', async () => {
    const log: string[] = []
    const edit = edits(log)
    const page = ref('bench')
    const history = useHistory(() => page.value)
    history.add(edit('a'))
    page.value = 'report'
    await history.undo()
    expect(log).toEqual([])
    history.add(edit('b'))
    await history.undo()
    page.value = 'bench'
    await history.undo()
    expect(log).toEqual(['-b', '-a'])
    page.value = 'report'
    expect(history.undone.value?.label).toBe('b')
  })

  it('stay when they cannot be undone', async () => {
    const history = useHistory()
    history.add(edits([])('a', false))
    await history.undo()
    expect(history.done.value?.label).toBe('a')
  })
})
