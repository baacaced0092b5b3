import { describe, expect, it } from 'vitest'
import { pageToComeBackTo } from './returnAddress'

const at = (back: string) =>
  pageToComeBackTo({ origin: 'https://ferries.test', search: `?back=${encodeURIComponent(back)}` })

describe('the return address of the sign-in page', () => {
  it('is the requested page with its choices', () => {
    expect(at('/projects/home/reports/late?port=Ardlow#top')).toBe('/projects/home/reports/late?port=Ardlow#top')
  })

  it.each([
    'https://elsewhere.test/',
    '//elsewhere.test/x',
    '/\\elsewhere.test',
    'javascript:alert(1)',
    'data:text/html,x',
    '\\\\elsewhere.test',
    'http://ferries.test/reports',
    '/sign-in?back=/',
    '',
  ])('never leaves the server: %s', back => {
    expect(at(back)).toBe('/')
  })

  it('is the start page by default', () => {
    expect(pageToComeBackTo({ origin: 'https://ferries.test', search: '' })).toBe('/')
  })
})
