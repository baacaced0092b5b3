<script setup lang="ts">
/* For authors: the viewer to impersonate. The options are loaded on demand. */
import { useRoute, useRouter } from 'vue-router'
import { VIEW_AS } from '../../api/inAddress'
import { project } from '../../api/client'
import type { SentenceOption } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'

defineProps<{ name: string }>()
const YOU = 'you'
const route = useRoute()
const router = useRouter()

async function offers(): Promise<SentenceOption[]> {
  const others = await project.get('/view-as')
  return [
    { id: YOU, label: YOU, note: 'unrestricted', reason: '' },
    ...others.map(one => ({
      id: one.as,
      label: one.name,
      note: one.as.startsWith('group:') ? 'group' : 'person',
      reason: '',
    })),
  ]
}
/* Previous choices may not be permitted: the report opens with the defaults for that person. */
async function take(as: string): Promise<void> {
  await router.push({ path: route.path, query: as === YOU ? {} : { [VIEW_AS]: as } })
}
</script>

<template>
  <OfferedMark :text="name" about="View as" data-mark="seen-as" :offers="offers" @take="take" />
</template>
