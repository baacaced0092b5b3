<script setup lang="ts">
/* Choices that a viewer keeps under names of their own. */
import { BDropdown, BFormInput } from 'bootstrap-vue-next'
import { ref } from 'vue'
import { get, post, remove } from '../../api/client'
import type { Choices, Selection } from '../../api/types'

const props = defineProps<{ reportId: string; choices: Choices }>()
const emit = defineEmits<{ open: [choices: Choices] }>()

const path = `/reports/${props.reportId}/selections`
const kept = ref<Selection[]>([])
const name = ref('')

/* Once, by an address that leads on, the server gives the cookie by which it knew this viewer before for all its addresses. */
const CARRIED = 'plainsieve.viewer-carried'
async function carryOver(): Promise<void> {
  if (localStorage.getItem(CARRIED)) return
  await fetch(`/api/reports/${props.reportId}/selections`).catch(() => undefined)
  localStorage.setItem(CARRIED, 'yes')
}

async function load(): Promise<void> {
  await carryOver()
  kept.value = await get<Selection[]>(path).catch(() => kept.value)
}
async function keep(): Promise<void> {
  if (!name.value.trim()) return
  await post(path, { name: name.value, choices: props.choices })
  name.value = ''
  await load()
}
async function forget(id: string): Promise<void> {
  await remove(`${path}/${id}`)
  await load()
}
</script>

<template>
  <BDropdown
    role="group"
    text="Saved"
    variant="link"
    no-caret
    toggle-class="as-link"
    auto-close="outside"
    lazy
    @show="load">
    <div class="px-3 py-1 menu">
      <div v-for="selection in kept" :key="selection.id" class="row-line kept">
        <button class="as-link grow text-start" @click="emit('open', selection.choices)">{{ selection.name }}</button>
        <button class="as-link icon-button soft" :aria-label="`Forget ${selection.name}`" @click="forget(selection.id)">
          ×
        </button>
      </div>
      <p v-if="kept.length === 0" class="soft m-0 pb-1">No choices saved yet.</p>
      <form class="row-line flex-nowrap pt-1" @submit.prevent="keep">
        <BFormInput v-model="name" placeholder="Name for these choices" aria-label="Name for these choices" /><button
          class="as-link"
          :disabled="!name.trim()">
          Save
        </button>
      </form>
    </div>
  </BDropdown>
</template>

<style scoped>
.menu {
  width: 270px;
}
.kept {
  padding: 2px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
