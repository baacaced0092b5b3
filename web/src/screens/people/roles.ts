import type { ProjectCard, Role } from '../../api/types'

/** All projects. */
export const ALL = ''

/** Removes a role. */
export const NOTHING = 'nothing'

/** The roles, and the rights that each adds to the previous ones. */
export const ROLES: { id: Role; may: string }[] = [
  { id: 'viewer', may: 'opens reports' },
  { id: 'author', may: 'also edits reports and queries' },
  { id: 'operator', may: 'also manages sources and people' },
]

/** The role of an option; undefined for removal. */
export const roleOf = (option: string): Role | undefined => ROLES.find(role => role.id === option)?.id

export const projectInWords = (id: string, projects: ProjectCard[]): string =>
  id === ALL ? 'every project' : (projects.find(project => project.id === id)?.name ?? id)
