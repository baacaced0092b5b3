import { describe, expect, it } from 'vitest'
import { type Decision, isSentToSeveral, offersOf, piecesOf, sourcesOf } from './federation'

const travel = { from: 'office', to: 'harbour', columns: ['day', 'port'] }
const said = (decision: Decision): string =>
  piecesOf({ ...travel, decision })
    .map(piece => piece.text)
    .join('')

describe('the key transfer decision', () => {
  it.each<[Decision, string]>([
    ['open', 'Values of day and port from office stay here and are not sent to harbour.'],
    ['allowed', 'Values of day and port from office may be sent to harbour.'],
    ['refused', 'Values of day and port from office are never sent to harbour.'],
  ])('is a sentence: %s', (decision, words) => expect(said(decision)).toBe(words))

  it('has one mark with all decisions', () => {
    expect(piecesOf({ ...travel, decision: 'open' }).filter(piece => piece.mark)).toHaveLength(1)
    expect(offersOf().map(offer => offer.id)).toEqual(['allowed', 'refused', 'open'])
  })
})

describe('sources of a federated query', () => {
  it('are listed once each', () => {
    const parts = ['office', 'harbour', 'office'].map(source => ({ name: 'rows', source }))
    expect(sourcesOf(parts)).toBe('office and harbour')
  })

  it('distinguish it from a query on one source', () => {
    expect(isSentToSeveral('parts 1\npart "a" from "b" in duckdb, 1 lines')).toBe(true)
    expect(isSentToSeveral("select 'parts 1\n'")).toBe(false)
  })
})
