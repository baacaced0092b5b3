/* Behind a proxy all addresses of the server may be below their own path; the page says which. */

const place = document.querySelector<HTMLMetaElement>('meta[name="place"]')?.content ?? ''

/** An address of the server as the browser asks for it. @param path within the server, from its slash on */
export const inServer = (path: string): string => place + path

/** What of a path lies within the server. */
export const withinServer = (path: string): string => path.slice(place.length)
