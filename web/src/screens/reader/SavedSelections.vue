<script setup lang="ts">
/* Saved selections of a viewer. */
import { BFormInput } from 'bootstrap-vue-next'
import { computed, ref, shallowRef } from 'vue'
import { project } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import type { Choices, Selection } from '../../api/types'
import FailureNote from '../../widgets/FailureNote.vue'
import PopoverMenu from '../../widgets/PopoverMenu.vue'

const props = defineProps<{ reportId: string; choices: Choices }>()
const emit = defineEmits<{ open: [choices: Choices] }>()

const path = '/reports/{reportId}/selections'
const params = { path: { reportId: props.reportId } }
const kept = ref<Selection[]>([])
const name = ref('')
const failure = shallowRef<Failure>()

async function load(): Promise<void> {
  kept.value = await project.get(path, { params }).catch(() => kept.value)
}
async function attempt(what: () => Promise<unknown>): Promise<void> {
  failure.value = undefined
  try {
    await what()
    name.value = ''
  } catch (error) {
    failure.value = asFailure(error)
  }
  await load()
}
/* The choices of that name as displayed here; changes of another page are not overwritten. */
const named = computed(() => kept.value.find(selection => selection.name === name.value.trim()))
async function keep(): Promise<void> {
  if (!name.value.trim()) return
  const instead = named.value ? { instead: named.value.choices } : {}
  await attempt(() => project.post(path, { params, body: { name: name.value, choices: props.choices, ...instead } }))
}
const forget = (id: string): Promise<void> =>
  attempt(() => project.remove(`${path}/{id}`, { params: { path: { ...params.path, id } } }))
</script>

<template>
  <PopoverMenu role="group" toggle-class="as-link" stays @show="load">
    <template #words>Saved</template>
    <div class="px-3 py-1 menu">
      <div v-for="selection in kept" :key="selection.id" class="row-line selection">
        <button class="as-link grow text-start" @click="emit('open', selection.choices)">{{ selection.name }}</button>
        <button class="as-link icon-button soft" :aria-label="`Delete ${selection.name}`" @click="forget(selection.id)">
          ×
        </button>
      </div>
      <p v-if="kept.length === 0" class="soft m-0 pb-1">No choices saved yet.</p>
      <form class="row-line flex-nowrap pt-1" @submit.prevent="keep">
        <BFormInput v-model="name" placeholder="Name for these choices" aria-label="Name for these choices" /><button
          class="as-link"
          :disabled="!name.trim()">
          {{ named ? 'Replace' : 'Save' }}
        </button>
      </form>
      <FailureNote v-if="failure" :failure="failure" class="mt-1" />
    </div>
  </PopoverMenu>
</template>

<style scoped>
.menu {
  width: 270px;
}
.selection {
  padding: 2px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
