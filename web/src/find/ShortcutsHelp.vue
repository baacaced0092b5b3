<script setup lang="ts">
/* The keys of the screen. */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { keysOf } from './shortcuts'

const emit = defineEmits<{ close: [] }>()
const route = useRoute()
const box = ref<HTMLDialogElement>()
const told = computed(() => keysOf(route.path))
onMounted(() => box.value?.showModal())
/* Closed explicitly, which restores the focus. */
onBeforeUnmount(() => box.value?.close())
</script>

<template>
  <dialog ref="box" class="keys" aria-label="Keyboard shortcuts" @cancel="emit('close')" @click.self="emit('close')">
    <div class="inside">
      <div class="row-line">
        <h2>Keyboard shortcuts</h2>
        <span class="grow"></span>
        <button type="button" class="as-link" @click="emit('close')">Close</button>
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
