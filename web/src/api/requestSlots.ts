/**
 * Slots for long requests. A browser keeps six connections to one server: if slow statements held all of them, choosing,
 * searching a list and even cancelling would wait for the database.
 */
export class Slots {
  private readonly waiting: (() => void)[] = []
  private left: number

  constructor(count: number) {
    this.left = count
  }

  /** Takes a free slot. @returns its release; undefined if all are taken */
  free(): (() => void) | undefined {
    if (this.left === 0) return undefined
    this.left--
    return this.giver()
  }

  /** Waits for a slot. @returns its release. Rejects like an aborted request if the signal comes first. */
  async take(signal: AbortSignal): Promise<() => void> {
    signal.throwIfAborted()
    const free = this.free()
    if (free) return free
    await this.turn(signal)
    return this.giver()
  }

  private giver(): () => void {
    let given = false
    return () => {
      if (given) return
      given = true
      const next = this.waiting.shift()
      if (next) next()
      else this.left++
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
