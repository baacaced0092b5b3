import type { ProjectCard, Role } from '../../api/types'

/** Represents every project where one could be named. */
export const ALL = ''

/** Takes a role back. */
export const NOTHING = 'nothing'

/** The roles, and what each may do besides what those before it may. */
export const ROLES: { id: Role; may: string }[] = [
  { id: 'viewer', may: 'opens reports' },
  { id: 'author', may: 'also edits reports and queries' },
  { id: 'operator', may: 'also manages sources and people' },
]

/** The role that an option stands for; none where it takes the role back. */
export const roleOf = (option: string): Role | undefined => ROLES.find(role => role.id === option)?.id

export const projectInWords = (id: string, projects: ProjectCard[]): string =>
  id === ALL ? 'every project' : (projects.find(project => project.id === id)?.name ?? id)
