/** The others do not wait longer than this: a slow table is waited for beside them. */
const LONGEST_MS = 250

/**
 * Who goes first. A click asks for several views at once, which share what the source can do: the rows, which are looked at
 * first, are asked for alone until they begin to come.
 */
export class Lead {
  private readonly leading = new Set<Promise<void>>()

  /** Goes first from now on. @returns says that the others may go */
  begin(): () => void {
    let over = (): void => {}
    const mine = new Promise<void>(resolve => (over = resolve))
    this.leading.add(mine)
    return () => {
      this.leading.delete(mine)
      over()
    }
  }

  /** Waits for those who go first, and begin in the same moment. */
  async passed(): Promise<void> {
    await Promise.resolve()
    if (this.leading.size === 0) return
    let timer: ReturnType<typeof setTimeout> | undefined
    const long = new Promise<void>(resolve => (timer = setTimeout(resolve, LONGEST_MS)))
    await Promise.race([Promise.all(this.leading), long])
    clearTimeout(timer)
  }
}
