import { vi } from 'vitest'

/** A request as a test sees it. */
export interface SeenRequest {
  method: string
  path: string
  /** Its JSON; undefined without a body. */
  body: unknown
  signal?: AbortSignal | null
}

/** Answers the requests of a test in place of the server. */
export function stubServer(answer: (request: SeenRequest) => Response | Promise<Response>): void {
  const fetch = vi.fn(async (asked: Request | string): Promise<Response> => {
    if (typeof asked === 'string') return answer({ method: 'GET', path: new URL(asked).pathname, body: undefined })
    const text = await asked.clone().text()
    return answer({
      method: asked.method,
      path: new URL(asked.url).pathname,
      body: text ? (JSON.parse(text) as unknown) : undefined,
      signal: asked.signal,
    })
  })
  vi.stubGlobal('fetch', fetch)
}
