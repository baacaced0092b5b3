import { inServer } from './location'
import { projectId } from './project'
import type { paths } from './schema'

/**
 * The URL of an operation for use by the browser itself. Paths outside projects name none.
 *
 * @param parameters of the path, except the current project
 */
export const addressOf = (path: keyof paths, parameters: Record<string, string> = {}): string =>
  inServer(
    path.replace(/\{(\w+)\}/g, (_, name: string) =>
      encodeURIComponent(name === 'project' ? projectId : (parameters[name] ?? '')),
    ),
  )
