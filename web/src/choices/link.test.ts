import { describe, expect, it } from 'vitest'
import type { Choices } from '../api/types'
import { all, blank, chosen } from './choices'
import { fromLink, isTooLong, signedChoices, toLink } from './link'

describe('choices in a link', () => {
  it.each<[string, Choices, string]>([
    ['one value', { from: chosen(['2026-03-01']) }, 'from=2026-03-01'],
    ['many values', { port: chosen(['Ardlow', 'Skerrin']) }, 'port=Ardlow&port=Skerrin'],
    ['blank', { vessel: blank() }, 'vessel='],
    ['all', { port: all() }, 'all=port'],
    [
      'values and none',
      { port: { kind: 'values', values: ['Ardlow'], withoutValue: true } },
      'port=Ardlow&without=port',
    ],
    ['an empty text', { note: chosen(['']) }, 'empty.text=note'],
    ['an empty text among others', { note: chosen(['a', '']) }, 'note=a&empty.text=note'],
    ['only none', { port: { kind: 'values', values: [], withoutValue: true } }, 'without=port'],
    [
      'odd characters',
      { port: chosen(["Brae O'Noth", 'Half%Tide & Steps', 'Þorvik', 'a+b']) },
      'port=Brae+O%27Noth&port=Half%25Tide+%26+Steps&port=%C3%9Eorvik&port=a%2Bb',
    ],
  ])('writes %s and reads the same again', (_name, choices, link) => {
    expect(toLink(choices).toString()).toBe(link)
    expect(fromLink(new URLSearchParams(link))).toEqual(choices)
  })

  it.each<[string, Choices]>([
    ['all=port&port=A', { port: { kind: 'all', values: ['A'], withoutValue: false } }],
    ['port=&port=A', { port: { kind: 'blank', values: ['A'], withoutValue: false } }],
    ['port=A&port=A', { port: chosen(['A', 'A']) }],
  ])('passes on what contradicts itself, for the server to tell: %s', (link, choices) =>
    expect(fromLink(new URLSearchParams(link))).toEqual(choices),
  )

  it('omits private and signed choices', () => {
    expect(fromLink(new URLSearchParams('port=A&saved=x&signed=y.z'))).toEqual({ port: chosen(['A']) })
  })

  it('reads choices of a signed link', () => {
    const token = btoa(
      String.fromCharCode(
        ...new TextEncoder().encode(JSON.stringify({ report: 'r', choices: { port: chosen(['Þorvik']) } })),
      ),
    )
      .replaceAll('+', '-')
      .replaceAll('/', '_')
    expect(signedChoices(`${token}.x`)).toEqual({ port: chosen(['Þorvik']) })
    expect(signedChoices('nonsense')).toEqual({})
    expect(signedChoices('')).toEqual({})
  })

  it('reports when it is too long', () => {
    const values = Array.from({ length: 10_000 }, (_, i) => String(i))
    expect(isTooLong(toLink({ port: chosen(values) }))).toBe(true)
    expect(isTooLong(toLink({ port: chosen(values.slice(0, 100)) }))).toBe(false)
  })

  it('keeps unknown parameters for the server to report', () => {
    expect(fromLink(new URLSearchParams('prot=1'))).toEqual({ prot: chosen(['1']) })
  })
})
