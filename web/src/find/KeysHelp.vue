<script setup lang="ts">
/* "?" shows the keys of the screen. */
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { keysOf } from './keysOf'

const route = useRoute()
const open = ref(false)
const box = ref<HTMLDialogElement>()
const told = computed(() => keysOf(route.path))

function hide(): void {
  box.value?.close()
  open.value = false
}
function everywhere(event: KeyboardEvent): void {
  const typing =
    event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]')
  if (event.key !== '?' || typing) return
  event.preventDefault()
  open.value = !open.value
  if (open.value) void nextTick(() => box.value?.showModal())
}
onMounted(() => window.addEventListener('keydown', everywhere))
onBeforeUnmount(() => window.removeEventListener('keydown', everywhere))
</script>

<template>
  <dialog v-if="open" ref="box" class="keys" aria-label="Keys of this screen" @cancel="hide" @click.self="hide">
    <div class="inside">
      <div class="row-line">
        <h2>Keys of this screen</h2>
        <span class="grow"></span>
        <button type="button" class="as-link" @click="hide">Close</button>
      </div>
      <dl>
        <template v-for="one in told" :key="one.keys + one.what">
          <dt>
            <kbd>{{ one.keys }}</kbd>
          </dt>
          <dd>{{ one.what }}</dd>
        </template>
      </dl>
    </div>
  </dialog>
</template>

<style scoped>
.keys {
  width: min(460px, 94vw);
  margin: 14vh auto auto;
  padding: 0;
  border: 1px solid var(--edge);
  border-radius: 8px;
  background: var(--card);
  color: var(--ink);
}
.keys::backdrop {
  background: rgb(32 48 58 / 25%);
}
.inside {
  padding: 14px 18px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 5px 16px;
  margin: 10px 0 0;
}
dd {
  margin: 0;
}
kbd {
  background: var(--head);
  color: var(--ink);
  border: 1px solid var(--line);
  font-family: var(--mono);
  font-size: 12px;
}
</style>
