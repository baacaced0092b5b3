<script setup lang="ts">
/* The roles of a user or a group, one per project or for all of them; each is editable. */
import { computed } from 'vue'
import type { GrantedRole, SentenceOption, ProjectCard, Role } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'
import { ALL, NOTHING, ROLES, projectInWords, roleOf } from './roles'

const props = defineProps<{ who: string; roles: GrantedRole[]; projects: ProjectCard[] }>()
const emit = defineEmits<{ give: [projectId: string, role: Role]; take: [projectId: string] }>()

const given = computed(() =>
  props.roles.map(role => ({ ...role, project: projectInWords(role.projectId, props.projects) })),
)

const roleOffers = (now: string): Promise<SentenceOption[]> =>
  Promise.resolve([
    ...ROLES.map(role => ({ id: role.id, label: role.id, note: role.id === now ? 'as it is' : role.may, reason: '' })),
    { id: NOTHING, label: NOTHING, note: 'remove', reason: '' },
  ])

/* A role for another project: existing ones are changed at their own marks. */
const newOffers = (): Promise<SentenceOption[]> =>
  Promise.resolve(
    [ALL, ...props.projects.map(project => project.id)]
      .filter(id => !props.roles.some(role => role.projectId === id))
      .flatMap(id =>
        ROLES.map(role => ({
          id: `${role.id} ${id}`,
          label: `${role.id} of ${projectInWords(id, props.projects)}`,
          note: role.may,
          reason: '',
        })),
      ),
  )

function take(projectId: string, option: string): void {
  const role = roleOf(option)
  if (role) emit('give', projectId, role)
  else emit('take', projectId)
}
function add(taken: string): void {
  const [option = '', project = ''] = taken.split(' ')
  take(project, option)
}
</script>

<template>
  <template v-for="(role, i) in given" :key="role.projectId"
    >{{ i > 0 ? ', ' : ''
    }}<OfferedMark
      :text="role.role"
      :about="`what ${who} may do in ${role.project}`"
      :offers="() => roleOffers(role.role)"
      @take="take(role.projectId, $event)" />
    of {{ role.project }}</template
  >{{ given.length ? ', ' : ''
  }}<OfferedMark
    :text="given.length ? 'also …' : 'no role'"
    :about="`another role of ${who}`"
    data-mark="more"
    :offers="newOffers"
    @take="add" />
</template>
