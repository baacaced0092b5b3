import { describe, expect, it } from 'vitest'
import type { Delivery, SentEmail } from '../../../api/types'
import {
  attachedInWords,
  attachedOffers,
  guessed,
  isWrong,
  mailInWords,
  onlyInWords,
  onlyOffers,
  readAttached,
  readOnly,
  readWho,
  wantsLooking,
  whoInWords,
} from './deliveryTexts'

const none: Delivery['condition'] = { view: '', figure: '', comparison: 'above', value: '' }
const delivery = {
  condition: none,
  attachments: [],
  options: {
    reportName: 'Late crossings',
    parameters: ['port', 'from'],
    views: [
      { id: 'figures', title: 'figures', rows: true },
      { id: 'crossings', title: 'Crossings', rows: true },
      { id: 'note', title: 'words', rows: false },
    ],
    figures: [{ viewId: 'figures', label: 'late/on time', unit: '' }],
  },
} as unknown as Delivery

describe('a delivery', () => {
  it('goes to the typed recipients in order', () => {
    expect(readWho(' tam, a@b.example;group:Office of Ardlow\n\n')).toEqual([
      'tam',
      'a@b.example',
      'group:Office of Ardlow',
    ])
    expect(readWho('tam, and oran')).toEqual(['tam', 'oran'])
    expect(whoInWords({ addresses: [], query: '', addressColumn: '', choices: {} })).toBe('no recipients yet')
  })

  it('reads recipients from columns', () => {
    expect(guessed('offices', ['Port', 'mail'], delivery)).toEqual({
      addresses: [],
      query: 'offices',
      addressColumn: 'mail',
      choices: { port: 'Port' },
    })
    expect(guessed('offices', [], delivery).addressColumn).toBe('')
  })

  it('is sent always, if there are rows, or by a figure', () => {
    expect(onlyInWords(delivery)).toBe('always')
    const offers = onlyOffers(delivery)
    expect(offers.map(one => one.label)).not.toContain('only when words has rows')
    for (const offer of offers.slice(1, 3)) {
      const only = readOnly(offer.id, none)
      expect(onlyInWords({ ...delivery, condition: only })).toBe(offer.label)
    }
    const above = readOnly('/figure/above/figures/late/on time', { ...none, value: '5' })
    expect(above).toEqual({ view: 'figures', figure: 'late/on time', comparison: 'above', value: '5' })
    expect(onlyInWords({ ...delivery, condition: above })).toBe('only when late/on time is above 5')
    expect(readOnly('always', above)).toEqual(none)
  })

  it('attaches and detaches a file at the same mark', () => {
    expect(attachedInWords(delivery)).toBe('no file')
    const attached = readAttached('xlsx/crossings', delivery)
    const now = { ...delivery, attachments: attached }
    expect(attachedInWords(now)).toBe('Crossings as xlsx')
    expect(attachedOffers(now).find(one => one.id === 'xlsx/crossings')?.note).toBe('remove')
    expect(readAttached('xlsx/crossings', now)).toEqual([])
  })

  it('describes the outcome of an email', () => {
    const mail = (state: SentEmail['state'], message = ''): SentEmail => ({
      id: 1,
      address: 'a',
      state,
      subject: '',
      message,
      at: '',
    })
    expect(mailInWords(mail('sent'))).toBe('sent')
    expect(mailInWords(mail('skipped', 'There were no rows.'))).toBe('skipped: There were no rows.')
    expect(isWrong(mail('unsure'))).toBe(true)
    expect(isWrong(mail('skipped'))).toBe(false)
    const last: Delivery['lastJob'] = { at: '', state: 'done', attempts: 1, rows: 2, message: '1 had nothing to get' }
    expect(wantsLooking(last)).toBe(false)
    expect(wantsLooking({ ...last, message: '1 had nothing to get, 1 did not get it' })).toBe(true)
    expect(wantsLooking({ ...last, state: 'due', message: 'The mail server is gone' })).toBe(true)
  })
})
