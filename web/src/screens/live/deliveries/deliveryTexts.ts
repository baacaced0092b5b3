import type { Delivery, SentenceOption, SentEmail } from '../../../api/types'
import { listInWords } from '../../../formats'

const offer = (id: string, words = id, note = ''): SentenceOption => ({ id, label: words, note, reason: '' })
const ALWAYS = 'always'
const ROWS = '/rows/'
const FIGURE = '/figure/'
const FORMATS = ['xlsx', 'csv', 'parquet'] as const

type Recipients = Delivery['recipients']
type Only = Delivery['condition']
type Attached = Delivery['attachments']

export const NO_RECIPIENTS: Recipients = { addresses: [], query: '', addressColumn: '', choices: {} }

/** The fixed recipients as typed: addresses, account names and groups. */
export const whoInWords = (to: Recipients): string =>
  to.addresses.length ? listInWords(to.addresses) : 'no recipients yet'
export const readWho = (typed: string): string[] =>
  typed
    .split(/[,;\n]+/)
    .map(one => one.trim().replace(/^and /, ''))
    .filter(one => one !== '')

/** When it is sent at all. */
export function onlyInWords(delivery: Delivery): string {
  const { view: viewId, figure, comparison: passes, value } = delivery.condition
  if (!viewId) return ALWAYS
  const title = delivery.options.views.find(one => one.id === viewId)?.title ?? viewId
  return figure ? `only when ${figure} is ${passes} ${value}` : `only when ${title} has rows`
}

export const onlyOffers = (delivery: Delivery): SentenceOption[] => [
  offer(ALWAYS),
  ...delivery.options.views
    .filter(view => view.rows)
    .map(view => offer(`${ROWS}${view.id}`, `only when ${view.title} has rows`)),
  ...delivery.options.figures.flatMap(figure =>
    (['above', 'below'] as const).map(passes =>
      offer(
        `${FIGURE}${passes}/${figure.viewId}/${figure.label}`,
        `only when ${figure.label} is ${passes} …`,
        figure.unit,
      ),
    ),
  ),
]

export function readOnly(taken: string, before: Only): Only {
  const none: Only = { view: '', figure: '', comparison: 'above', value: '' }
  if (taken.startsWith(ROWS)) return { ...none, view: taken.slice(ROWS.length) }
  if (!taken.startsWith(FIGURE)) return none
  const [passes = '', view = '', ...label] = taken.slice(FIGURE.length).split('/')
  return {
    view,
    figure: label.join('/'),
    comparison: passes === 'below' ? 'below' : 'above',
    value: before.value || '0',
  }
}

/** The attachments; the same mark adds and removes one. */
export function attachedInWords(delivery: Delivery): string {
  const title = (id: string): string => delivery.options.views.find(view => view.id === id)?.title ?? id
  return delivery.attachments.length
    ? listInWords(delivery.attachments.map(one => `${title(one.view)} as ${one.format}`))
    : 'no file'
}
export const attachedOffers = (delivery: Delivery): SentenceOption[] =>
  delivery.options.views
    .filter(view => view.rows)
    .flatMap(view =>
      FORMATS.map(format =>
        offer(
          `${format}/${view.id}`,
          `${view.title} as ${format}`,
          isAttached(delivery, format, view.id) ? 'remove' : '',
        ),
      ),
    )
const isAttached = (delivery: Delivery, format: string, view: string): boolean =>
  delivery.attachments.some(one => one.format === format && one.view === view)
export function readAttached(taken: string, delivery: Delivery): Attached {
  const [written, ...rest] = taken.split('/')
  const format = FORMATS.find(one => one === written) ?? 'csv'
  const view = rest.join('/')
  return isAttached(delivery, format, view)
    ? delivery.attachments.filter(one => one.format !== format || one.view !== view)
    : [...delivery.attachments, { view, format }]
}

/** The mapping of a query's columns, guessed from their names. */
export function guessed(query: string, columns: string[], delivery: Delivery): Recipients {
  const address = columns.find(name => /mail|address/i.test(name)) ?? columns[0] ?? ''
  const choices = Object.fromEntries(
    delivery.options.parameters.flatMap(name => {
      const column = columns.find(one => one.toLowerCase() === name.toLowerCase())
      return column ? [[name, column]] : []
    }),
  )
  return { addresses: [], query, addressColumn: address, choices }
}

const STATES: Record<string, string> = {
  waiting: 'waits',
  'handing-over': 'being sent',
  sent: 'sent',
  refused: 'not sent',
  skipped: 'skipped',
  unsure: 'delivery unconfirmed',
}
export const mailInWords = (mail: SentEmail): string =>
  [STATES[mail.state] ?? mail.state, mail.message].filter(words => words !== '').join(': ')
export const isWrong = (mail: SentEmail): boolean => ['refused', 'unsure'].includes(mail.state)

/** Whether its outcome needs attention. */
export const wantsLooking = (last: Delivery['lastJob']): boolean =>
  last.message !== '' && (last.state !== 'done' || /did not get it|not known/.test(last.message))
