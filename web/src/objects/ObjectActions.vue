<script setup lang="ts">
/* The actions of an object: rename in place, duplicate, remove, each with its effect. */
import { BButton, BFormInput } from 'bootstrap-vue-next'
import { nextTick, ref, watch } from 'vue'
import FailureNote from '../widgets/FailureNote.vue'
import { useObject, type ProjectObject } from './useObject'

const props = defineProps<{ thing: ProjectObject; changed: () => Promise<void> }>()
const { doing, failure, begin, rename, duplicate, drop } = useObject(() => props.thing, props.changed)
const name = ref('')
const field = ref<InstanceType<typeof BFormInput>>()

watch(
  () => doing.value.what,
  what => {
    if (what !== 'renaming') return
    name.value = props.thing.name
    void nextTick(() => field.value?.element?.select())
  },
)
</script>

<template>
  <div class="actions">
    <div class="row-line">
      <button
        class="as-link soft"
        type="button"
        :aria-label="`Rename ${thing.name}`"
        :aria-expanded="doing.what === 'renaming'"
        @click="begin('renaming')">
        Rename
      </button>
      <button
        v-if="thing.kind !== 'source'"
        class="as-link soft"
        type="button"
        :aria-label="`Duplicate ${thing.name}`"
        @click="duplicate">
        Duplicate
      </button>
      <button
        class="as-link soft"
        type="button"
        :aria-label="`Remove ${thing.name}`"
        :aria-expanded="doing.what === 'removing'"
        @click="begin('removing')">
        Remove
      </button>
      <slot />
    </div>
    <form
      v-if="doing.what === 'renaming'"
      class="row-line pt-1"
      @submit.prevent="rename(name)"
      @keydown.esc="begin('renaming')">
      <BFormInput ref="field" v-model="name" class="name" :aria-label="`New name of ${thing.name}`" />
      <BButton type="submit" size="sm" variant="outline-primary" :disabled="!name.trim()">Rename</BButton>
      <span class="soft small">Links to it still work.</span>
    </form>
    <div v-if="doing.what === 'removing'" class="note mt-1" role="status">
      <template v-if="doing.uses.length">
        “{{ thing.name }}” cannot be removed; these depend on it:
        <ul class="m-0">
          <li v-for="use in doing.uses" :key="use.kind + use.id">the {{ use.kind }} {{ use.name }}</li>
        </ul>
      </template>
      <template v-else>
        {{ thing.kind === 'report' ? 'Links to it will stop working.' : 'Nothing uses it.' }} It can be restored.
        <BButton size="sm" variant="outline-primary" class="ms-1" @click="drop">Remove “{{ thing.name }}”</BButton>
      </template>
    </div>
    <FailureNote v-if="failure" :failure="failure" class="mt-1" />
  </div>
</template>

<style scoped>
.actions {
  font-size: 13px;
}
.actions > .row-line :deep(.as-link),
.actions > .row-line :deep(a) {
  color: var(--soft);
}
.name {
  width: 260px;
}
ul {
  padding-left: 18px;
}
</style>
