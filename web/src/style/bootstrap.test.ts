import { expect, it } from 'vitest'
import whole from 'bootstrap/dist/css/bootstrap.min.css?inline'
import built from './bootstrap.scss?inline'

const pages = import.meta.glob<string>('../**/*.vue', { query: '?raw', import: 'default', eager: true })

const classesOf = (css: string): Set<string> =>
  new Set([...css.matchAll(/\.([a-z][\w-]*)/gi)].map(found => found[1] ?? ''))
const ofBootstrap = classesOf(whole)
const ofOurs = classesOf(built)

/* Words without a dash (row, card, mark) are classes of our own. */
const isMissing = (name: string): boolean => name.includes('-') && ofBootstrap.has(name) && !ofOurs.has(name)

it('has every Bootstrap class that a page uses', () => {
  const said = Object.values(pages).flatMap(page => page.match(/class="[^"]*"/g) ?? [])
  const names = new Set(said.flatMap(classes => classes.match(/[\w-]+/g) ?? []))
  expect(names.size).toBeGreaterThan(100)
  expect([...names].filter(isMissing)).toEqual([])
})

it('has classes that components set at runtime', () => {
  const own = 'btn-sm btn-link btn-primary btn-outline-primary btn-group btn-check dropdown-menu dropdown-toggle'
  const ofForms =
    'form-control-sm form-select-sm form-check-input form-check-label form-check-inline form-switch is-invalid'
  expect(`${own} ${ofForms}`.split(' ').filter(isMissing)).toEqual([])
})

it('omits unused classes', () => {
  expect(isMissing('list-group')).toBe(true)
  expect(isMissing('form-control')).toBe(false)
})
