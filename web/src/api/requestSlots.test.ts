import { describe, expect, it } from 'vitest'
import { Slots } from './requestSlots'

const never = (): AbortSignal => new AbortController().signal

describe('slots', () => {
  it('are given in the order in which they were asked for', async () => {
    const slots = new Slots(1)
    const order: string[] = []
    const first = await slots.take(never())
    const second = slots.take(never()).then(release => {
      order.push('second')
      release()
    })
    const third = slots.take(never()).then(() => order.push('third'))
    expect(order).toEqual([])
    first()
    await Promise.all([second, third])
    expect(order).toEqual(['second', 'third'])
  })

  it('are not lost with one who goes away while waiting', async () => {
    const slots = new Slots(1)
    const first = await slots.take(never())
    const leaving = new AbortController()
    const left = slots.take(leaving.signal)
    leaving.abort()
    await expect(left).rejects.toThrow('aborted')
    first()
    await expect(slots.take(never())).resolves.toBeTypeOf('function')
  })

  it('do not become more by giving one back twice', async () => {
    const slots = new Slots(1)
    const first = await slots.take(never())
    first()
    first()
    await slots.take(never())
    const leaving = new AbortController()
    const waiting = slots.take(leaving.signal)
    leaving.abort()
    await expect(waiting).rejects.toThrow('aborted')
  })

  it('do not begin for one who has gone already', async () => {
    await expect(new Slots(1).take(AbortSignal.abort())).rejects.toThrow()
  })
})
