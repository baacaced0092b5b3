import { inServer } from './location'
import { projectId } from './project'
import type { paths } from './schema'

/**
 * The address of an operation as the browser itself loads it. What is part of no project names none.
 *
 * @param parameters of the path, besides the project of this page
 */
export const addressOf = (path: keyof paths, parameters: Record<string, string> = {}): string =>
  inServer(
    path.replace(/\{(\w+)\}/g, (_, name: string) =>
      encodeURIComponent(name === 'project' ? projectId : (parameters[name] ?? '')),
    ),
  )
