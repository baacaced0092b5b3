/**
 * Slots for what runs long. A browser keeps six connections to one server: if slow statements held all of them, choosing,
 * searching a list and even stopping would wait for the database.
 */
export class Slots {
  private readonly waiting: (() => void)[] = []
  private free: number

  constructor(count: number) {
    this.free = count
  }

  /** Waits for a slot. @returns gives it back. Fails as an aborted request does when the signal comes first. */
  async take(signal: AbortSignal): Promise<() => void> {
    signal.throwIfAborted()
    if (this.free > 0) this.free--
    else await this.turn(signal)
    let given = false
    return () => {
      if (given) return
      given = true
      const next = this.waiting.shift()
      if (next) next()
      else this.free++
    }
  }

  private turn(signal: AbortSignal): Promise<void> {
    return new Promise((resolve, reject) => {
      const begin = (): void => {
        signal.removeEventListener('abort', leave)
        resolve()
      }
      const leave = (): void => {
        this.waiting.splice(this.waiting.indexOf(begin), 1)
        reject(new DOMException('aborted', 'AbortError'))
      }
      this.waiting.push(begin)
      signal.addEventListener('abort', leave, { once: true })
    })
  }
}
