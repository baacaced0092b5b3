/* The server may have a base path behind a proxy; the page contains it. */

const place = document.querySelector<HTMLMetaElement>('meta[name="place"]')?.content ?? ''

/** The URL of a path on the server. @param path with its leading slash */
export const inServer = (path: string): string => place + path

/** The path without the base path. */
export const withinServer = (path: string): string => path.slice(place.length)
