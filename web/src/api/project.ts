import { withinServer } from './location'

/* The whole front end works in one project: the one that its address names. Another project is another page. */

const NAMED = /^\/projects\/([^/]+)/

/** The id of the project of this page. */
export const projectId = decodeURIComponent(NAMED.exec(withinServer(location.pathname))?.[1] ?? 'home')

/** What precedes every screen of the project. */
export const screensAt = `/projects/${encodeURIComponent(projectId)}/`
