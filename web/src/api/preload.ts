import { inServer } from './location'

/* Answers to what was asked for before the code that wants it was here. This file needs nothing that is large. */
const asked = new Map<string, Promise<Response>>()

/** Asks for something that is wanted once the page is loaded, so that neither waits for the other. @param address within the server */
export function askAhead(address: string): void {
  const answer = fetch(inServer(address), { headers: { 'Accept-Language': navigator.language } })
  answer.catch(() => undefined)
  asked.set(address, answer)
}

/** A prefetched response, used once; later requests are sent again. */
export function takeAhead(address: string): Promise<Response> | undefined {
  const answer = asked.get(address)
  asked.delete(address)
  return answer
}
