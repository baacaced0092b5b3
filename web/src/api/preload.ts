/* Responses requested before the code that uses them is loaded. Must stay small. */
const asked = new Map<string, Promise<Response>>()

/** Asks for something that is wanted once the page is loaded, so that neither waits for the other. @param address of the browser */
export function askAhead(address: string): void {
  const url = new URL(address, location.origin).href
  const answer = fetch(url, { headers: { 'Accept-Language': navigator.language } })
  answer.catch(() => undefined)
  asked.set(url, answer)
}

/** A prefetched response, used once; later requests are sent again. @param url of the request, whole */
export function takeAhead(url: string): Promise<Response> | undefined {
  const answer = asked.get(url)
  asked.delete(url)
  return answer
}
