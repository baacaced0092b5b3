import { describe, expect, it } from 'vitest'
import { endOfRequest, isRequest, withColumns, withRowsAt } from './request'

const TEXT = 'request 1\nget /ports/:port/tides\nquery from = :from\nthen\nselect * from response'

describe('a web request', () => {
  it('is recognized by its first line', () => {
    expect(isRequest(TEXT)).toBe(true)
    expect(isRequest('steps 1')).toBe(false)
    expect(isRequest('select 1')).toBe(false)
  })

  it('ends where the SQL begins', () => {
    expect(TEXT.slice(endOfRequest(TEXT))).toBe('\nthen\nselect * from response')
    expect(endOfRequest('request 1\nget /')).toBe(15)
  })

  it('declares its rows once', () => {
    const said = withRowsAt(TEXT, 'data.tides')
    expect(said).toBe(TEXT.replace('\nthen', '\nrows at data.tides\nthen'))
    expect(withRowsAt(said, 'rows')).toBe(TEXT.replace('\nthen', '\nrows at rows\nthen'))
  })

  it('declares its columns once', () => {
    const said = withColumns(TEXT, [{ name: 'at', type: 'date' }])
    expect(said).toBe(TEXT.replace('\nthen', '\ncolumn at is date\nthen'))
    expect(withColumns(said, [{ name: 'n', type: 'text' }])).toBe(TEXT.replace('\nthen', '\ncolumn n is text\nthen'))
    expect(withColumns('request 1\nget /\n\n', [{ name: 'n', type: 'text' }])).toBe(
      'request 1\nget /\ncolumn n is text\n\n',
    )
  })
})
