<script setup lang="ts">
/* Searches reports, queries, parameters, sources, tables and actions. */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { find, type Findable } from './results'
import { useFindable } from './useFindable'

const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const { all, silent, load } = useFindable()
const sought = ref('')
const active = ref(0)
const field = ref<HTMLInputElement>()
const box = ref<HTMLDialogElement>()
const found = computed(() => find(all.value, sought.value))

onMounted(() => {
  void load()
  box.value?.showModal()
  field.value?.focus()
})
/* Closed explicitly, which restores the focus. */
onBeforeUnmount(() => box.value?.close())
function go(one: Findable | undefined): void {
  if (!one) return
  emit('close')
  void router.push(one.path)
}
function keys(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, found.value.length - 1)
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0)
  else if (event.key === 'Enter') go(found.value[active.value])
  else if (event.key === 'Escape') emit('close')
  else return
  event.preventDefault()
}
</script>

<template>
  <dialog ref="box" class="find" aria-label="Find anything" @cancel="emit('close')" @click.self="emit('close')">
    <div class="inside" @keydown="keys">
      <input
        ref="field"
        v-model="sought"
        type="search"
        class="form-control"
        role="combobox"
        aria-expanded="true"
        aria-controls="found"
        :aria-activedescendant="found.length ? `found-${active}` : undefined"
        aria-label="Find a report, query, parameter, source, table or action"
        placeholder="Find a report, query, parameter, source, table or action"
        @input="active = 0" />
      <ul id="found" role="listbox" aria-label="Found">
        <li
          v-for="(one, i) in found"
          :id="`found-${i}`"
          :key="one.kind + one.name + one.path"
          role="option"
          :aria-selected="i === active"
          :class="{ active: i === active }"
          @mousemove="active = i"
          @click="go(one)">
          <span class="kind soft">{{ one.kind }}</span><b>{{ one.name }}</b
          ><span class="soft small remark">{{ one.note }}</span>
        </li>
      </ul>
      <p v-if="found.length === 0" class="soft m-0 p-2" role="status">No matches.</p>
      <p v-if="silent.length" class="soft small m-0 p-2" role="status">
        Tables of {{ silent.join(', ') }} are missing: no response.
      </p>
    </div>
  </dialog>
</template>

<style scoped>
.find {
  width: min(620px, 94vw);
  margin: 12vh auto auto;
  padding: 0;
  border: 1px solid var(--edge);
  border-radius: 8px;
  background: var(--card);
  color: var(--ink);
}
.find::backdrop {
  background: rgb(32 48 58 / 25%);
}
.inside {
  padding: 10px;
}
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 5px 8px;
  border-radius: 4px;
  cursor: pointer;
}
li.active {
  background: var(--wash);
}
.kind {
  width: 76px;
  flex: none;
}
.remark {
  margin-left: auto;
}
</style>
