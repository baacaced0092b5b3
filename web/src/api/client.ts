import { ref } from 'vue'
import { takeAhead } from './preload'
import { asOf } from './asOf'
import { away } from './connectionState'
import { viewAs } from './viewAs'
import { openLink } from './openLink'
import { inServer, withinServer } from './location'
import { inApi } from './project'
import { stage } from './stage'
import type { Problem } from './types'

/** What the server said was wrong, from its problem document (RFC 9457), or that it could not be asked. */
export class Failure extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly advice: string,
    readonly problems: Problem[] = [],
  ) {
    super(message)
  }
}

/** The server does not answer at all. */
export class Away extends Failure {
  constructor() {
    super(0, 'The Plain Sieve server does not respond.', 'Check that it is running. Your work here is kept.')
  }
}

/** Whether the server said that no one is signed in any more. Typed input stays. */
export const signedOut = ref(false)

interface ProblemDocument {
  detail?: string
  title?: string
  advice?: string
  problems?: Problem[]
}

/** Asks something of the project. @param path as it follows the project in the API: `/reports` */
export const send = (path: string, init: RequestInit = {}): Promise<Response> => sendTo(inApi(path), init)

async function sendTo(address: string, init: RequestInit): Promise<Response> {
  /* Sentences that the server writes are in the language of the page, not in the first of the browser's list. */
  const headers = {
    'Accept-Language': navigator.language,
    ...(init.body ? { 'Content-Type': 'application/json' } : {}),
    ...(asOf.value ? { Revision: asOf.value } : {}),
    ...(stage.value ? { Stage: stage.value } : {}),
    ...(viewAs.value ? { 'View-As': viewAs.value } : {}),
    ...(openLink.value ? { 'Signed-Link': openLink.value } : {}),
  }
  const plain = !init.method && Object.keys(headers).length === 1
  const early = plain ? takeAhead(address) : undefined
  const response = await (early ?? fetch(inServer(address), { headers, ...init })).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    away.value = true
    throw new Away()
  })
  away.value = false
  signedOut.value = signedOut.value || response.status === 401
  if (!response.ok) throw await failure(response)
  return response
}

/** Asks something of the server that belongs to no project, and reads its JSON, if it has any. @param address within the server */
export async function ask<T>(address: string, init: RequestInit = {}): Promise<T> {
  const text = await (await sendTo(address, init)).text()
  return (text ? JSON.parse(text) : undefined) as T
}

const NEXT = /<([^>]+)>; *rel="next"/

/** Every item of a list, page after page. @param address within the server */
export async function askList<T>(address: string, init: RequestInit = {}): Promise<T[]> {
  const items: T[] = []
  for (let next: string | undefined = address; next;) {
    const response: Response = await sendTo(next, init)
    items.push(...((await response.json()) as T[]))
    const link = NEXT.exec(response.headers.get('Link') ?? '')?.[1]
    next = link && withinServer(link)
  }
  return items
}

async function failure(response: Response): Promise<Failure> {
  const body = (await response.json().catch(() => ({}))) as ProblemDocument
  return new Failure(
    response.status,
    body.detail ?? body.title ?? `The server answered with ${response.status}.`,
    body.advice ?? '',
    body.problems ?? [],
  )
}

export async function get<T>(path: string, signal?: AbortSignal): Promise<T> {
  return (await (await send(path, { signal })).json()) as T
}

export const post = <T>(path: string, body: unknown, signal?: AbortSignal): Promise<T> =>
  ask<T>(inApi(path), { method: 'POST', body: JSON.stringify(body), ...(signal ? { signal } : {}) })

/** Every item of a list of the project. */
export const list = <T>(path: string, signal?: AbortSignal): Promise<T[]> =>
  askList<T>(inApi(path), signal ? { signal } : {})

export const put = <T>(path: string, body: unknown): Promise<T> =>
  ask<T>(inApi(path), { method: 'PUT', body: JSON.stringify(body) })

export async function remove(path: string): Promise<void> {
  await send(path, { method: 'DELETE' })
}

export function asFailure(error: unknown): Failure {
  return error instanceof Failure ? error : new Failure(0, String(error), '')
}
