import { describe, expect, it } from 'vitest'
import { Slots } from './requestSlots'

const never = (): AbortSignal => new AbortController().signal

describe('request slots', () => {
  it('are granted in request order', async () => {
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

  it('are not lost by an aborted waiter', async () => {
    const slots = new Slots(1)
    const first = await slots.take(never())
    const leaving = new AbortController()
    const left = slots.take(leaving.signal)
    leaving.abort()
    await expect(left).rejects.toThrow('aborted')
    first()
    await expect(slots.take(never())).resolves.toBeTypeOf('function')
  })

  it('are released once', async () => {
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

  it('are not granted to an aborted caller', async () => {
    await expect(new Slots(1).take(AbortSignal.abort())).rejects.toThrow()
  })
})
