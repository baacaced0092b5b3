import { ref } from 'vue'
import { asOf } from './asOf'
import { away } from './connectionState'
import { Unreachable, failureOf } from './failure'
import { openLink } from './openLink'
import { takeAhead } from './preload'
import { stage } from './stage'
import { viewAs } from './viewAs'

/** Whether the server has responded that the session is over. Typed input stays. */
export const signedOut = ref(false)

/* The context headers of all requests of the page. */
const context = (): Record<string, string> => ({
  ...(asOf.value ? { Revision: asOf.value } : {}),
  ...(stage.value ? { Stage: stage.value } : {}),
  ...(viewAs.value ? { 'View-As': viewAs.value } : {}),
  ...(openLink.value ? { 'Signed-Link': openLink.value } : {}),
})

/** Sends a request of this page. Throws a {@link Failure} where the response is none of success. */
export async function send(request: Request): Promise<Response> {
  const added = Object.entries(context())
  const early = request.method === 'GET' && added.length === 0 ? takeAhead(request.url) : undefined
  /* Sentences that the server writes are in the language of the page, not in the first of the browser's list. */
  request.headers.set('Accept-Language', navigator.language)
  for (const [name, value] of added) request.headers.set(name, value)
  const response = await (early ?? fetch(request)).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    away.value = true
    throw new Unreachable()
  })
  away.value = false
  signedOut.value = signedOut.value || response.status === 401
  if (!response.ok) throw await failureOf(response)
  return response
}
