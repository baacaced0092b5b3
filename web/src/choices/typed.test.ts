import { describe, expect, it } from 'vitest'
import { dayTyped, numberToType, numberTyped } from './typed'

describe('a typed number', () => {
  it.each([
    ['de-DE', '1.000,5', '1000.5'],
    ['de-DE', '1.500', '1500'],
    ['de-DE', '-0,25', '-0.25'],
    ['de-DE', '1500', '1500'],
    ['en-GB', '1,000.5', '1000.5'],
    ['en-GB', '0.0004', '0.0004'],
    ['fr-FR', '1 234 567,8', '1234567.8'],
    ['de-CH', '1’000.5', '1000.5'],
    ['en-GB', '−5', '-5'],
    ['de-DE', '9.007.199.254.740.993', '9007199254740993'],
  ])('is parsed in the format of %s: %s', (locale, typed, plain) => expect(numberTyped(typed, locale)).toBe(plain))

  it.each([
    ['de-DE', '1.5'],
    ['en-GB', '1,5'],
    ['en-GB', '1,50,000'],
    ['en-GB', 'fifteen'],
    ['en-GB', '1e3'],
    ['en-GB', ''],
  ])('is not guessed in %s: %s', (locale, typed) => expect(numberTyped(typed, locale)).toBe(typed))

  it.each([
    ['de-DE', '1000.5', '1000,5'],
    ['en-GB', '1000.5', '1000.5'],
    ['de-DE', 'fifteen', 'fifteen'],
  ])('is displayed in its field in the format of %s: %s', (locale, plain, shown) => {
    expect(numberToType(plain, locale)).toBe(shown)
    expect(numberTyped(shown, locale)).toBe(plain)
  })
})

describe('a typed day', () => {
  it.each([
    ['de-DE', '31.03.2026', '2026-03-31'],
    ['de-DE', '1. März 2026', '2026-03-01'],
    ['en-GB', '31/03/2026', '2026-03-31'],
    ['en-GB', '1 Mar 2026', '2026-03-01'],
    ['en-US', '3/31/2026', '2026-03-31'],
    ['en-US', 'Mar 1, 2026', '2026-03-01'],
    ['sv-SE', '2026-03-31', '2026-03-31'],
    ['ja-JP', '2026/3/31', '2026-03-31'],
    ['en-GB', '2026-03-31', '2026-03-31'],
  ])('is parsed in the format of %s: %s', (locale, typed, day) => expect(dayTyped(typed, locale)).toBe(day))

  it.each([
    ['en-GB', '3/31/2026'],
    ['en-GB', '31/03/26'],
    ['en-GB', '30 Feb 2026'],
    ['en-GB', 'soon'],
    ['de-DE', '1. Foo 2026'],
  ])('is not guessed in %s: %s', (locale, typed) => expect(dayTyped(typed, locale)).toBe(typed))
})
