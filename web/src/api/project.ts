import { withinServer } from './location'

/* The whole front end works in one project: the one in its URL. Each project is a page of its own. */

const NAMED = /^\/projects\/([^/]+)/

/** The id of the project of this page. */
export const projectId = decodeURIComponent(NAMED.exec(withinServer(location.pathname))?.[1] ?? 'home')

/** The path prefix of the project's screens. */
export const screensAt = `/projects/${encodeURIComponent(projectId)}/`
