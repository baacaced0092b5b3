import { describe, expect, it } from 'vitest'
import { begunAt, completed, fitting } from './braceCompletion'

const complete = (before: string, after: string, name: string): string => {
  const begun = begunAt(before + after, before.length)
  if (!begun) return 'nothing begun'
  const { text, caret } = completed(before + after, before.length, begun, name)
  return `${text.slice(0, caret)}|${text.slice(caret)}`
}

describe('completion of a parameter in the question line', () => {
  it('starts after a brace or the dots of a range', () => {
    expect(begunAt('From {po', 8)).toEqual({ at: 6, name: 'po' })
    expect(begunAt('{', 1)).toEqual({ at: 1, name: '' })
    expect(begunAt('{from..t', 8)).toEqual({ at: 7, name: 't' })
  })
  it('does not start elsewhere', () => {
    expect(begunAt('From port', 9)).toBeUndefined()
    expect(begunAt('{port} on', 9)).toBeUndefined()
    expect(begunAt('{{port', 6)).toBeUndefined()
    expect(begunAt('{port on', 8)).toBeUndefined()
  })
  it('inserts the closing brace', () => {
    expect(complete('From {po', '', 'port')).toBe('From {port}|')
    expect(complete('From {po', '} on', 'port')).toBe('From {port}| on')
    expect(complete('{fr', '..to}', 'from')).toBe('{from|..to}')
    expect(complete('{from..', ' x', 'to')).toBe('{from..to}| x')
  })
  it('ranks prefix matches before others', () => {
    expect(fitting(['port', 'from', 'report'], 'PO')).toEqual(['port', 'report'])
    expect(fitting(['port', 'from'], '')).toEqual(['port', 'from'])
  })
})
