<script setup lang="ts">
/* The permitted values of a restricted parameter for a group: selected from its list, or typed. */
import { computed } from 'vue'
import { server } from '../../api/client'
import type { GroupAccess, SentenceOption, ProjectCard } from '../../api/types'
import { chosen } from '../../choices/choices'
import { listInWords } from '../../formats'
import OfferedMark from '../../sentence/OfferedMark.vue'
import { projectInWords } from './roles'

const props = defineProps<{ who: string; says: GroupAccess; projects: ProjectCard[] }>()
const emit = defineEmits<{ say: [says: GroupAccess] }>()

const MOST_SAID = 4
const MOST_OFFERED = 500
const ALL = '/all'
const NOTHING = '/nothing'
const choice = computed(() => props.says.choice)
const words = computed(() => {
  if (choice.value.kind === 'all') return 'everything'
  const { values } = choice.value
  if (values.length === 0) return 'no rows yet'
  const more = values.length - MOST_SAID
  return more > 1 ? listInWords([...values.slice(0, MOST_SAID), `${more} more`]) : listInWords(values)
})

async function offers(): Promise<SentenceOption[]> {
  const list = await server.post('/projects/{project}/parameters/{name}/values', {
    params: { path: { project: props.says.projectId, name: props.says.parameter } },
    body: { choices: {}, search: '', start: 0 },
  })
  const theirs = new Set(choice.value.values)
  return [
    ...list.values.slice(0, MOST_OFFERED).map(item => ({
      id: item.value,
      label: item.label,
      note: theirs.has(item.value) ? 'assigned; remove' : '',
      reason: '',
    })),
    { id: ALL, label: 'everything', note: 'unrestricted', reason: '' },
    { id: NOTHING, label: 'nothing', note: 'none by this group', reason: '' },
  ]
}

/* Selected or typed values are added or removed. */
function take(taken: string): void {
  const now = choice.value.values
  const values = now.includes(taken) ? now.filter(value => value !== taken) : [...now, taken]
  const next =
    taken === ALL ? { kind: 'all' as const, values: [], withoutValue: false } : chosen(taken === NOTHING ? [] : values)
  emit('say', { ...props.says, choice: next })
}
</script>

<template>
  <span
    >; {{ says.label }} in {{ projectInWords(says.projectId, projects) }}:
    <OfferedMark
      :text="words"
      :about="`what ${who} sees of ${says.label}`"
      :data-mark="`sees-${says.parameter}`"
      typed
      :offers="offers"
      @take="take"
  /></span>
</template>
