import { describe, expect, it } from 'vitest'
import { inTooltip } from './bars'

describe('the accessible name of a bar', () => {
  it('is text for any value', () => {
    const pointed = { name: '<img src=x onerror=alert(1)>', seriesName: '<b>late</b>', value: 1200 }
    const told = inTooltip(pointed, true, ' & more')
    expect(told).not.toMatch(/[<>]/)
    expect(told).toContain('&lt;img src=x onerror=alert(1)&gt;, &lt;b&gt;late&lt;/b&gt;: ')
    expect(told).toMatch(/ &amp; more$/)
  })

  it('names the part only where the bar is divided', () => {
    expect(inTooltip({ name: 'Skerrin', seriesName: 'x', value: 3 }, false, '')).toBe('Skerrin: 3')
  })
})
