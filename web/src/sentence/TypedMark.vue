<script setup lang="ts">
/* Words that are typed in their place. Enter keeps them, Esc leaves them as they were. */
import { nextTick, ref } from 'vue'

const props = defineProps<{ text: string; about: string }>()
const emit = defineEmits<{ take: [text: string] }>()

const typing = ref(false)
const typed = ref('')
const field = ref<HTMLInputElement>()
const mark = ref<HTMLButtonElement>()

function begin(): void {
  typed.value = props.text
  typing.value = true
  void nextTick(() => field.value?.select())
}
/* By keys one goes on from where one was. */
function leave(how: () => void): void {
  how()
  void nextTick(() => mark.value?.focus())
}
function keep(): void {
  if (!typing.value) return
  typing.value = false
  if (typed.value.trim() !== props.text) emit('take', typed.value)
}
</script>

<template>
  <input
    v-if="typing"
    ref="field"
    v-model="typed"
    class="typed"
    :size="Math.max(typed.length, 4)"
    :aria-label="`${about}: ${text}`"
    @keydown.enter.stop.prevent="leave(keep)"
    @keydown.esc.stop="leave(() => (typing = false))"
    @keydown.stop
    @blur="keep" />
  <button v-else ref="mark" type="button" class="marked" :aria-label="`${text}, type other words`" @click="begin">
    {{ text || 'nothing' }}
  </button>
</template>

<style scoped>
.typed {
  font: inherit;
  color: var(--ink);
  border: 0;
  border-bottom: 1.5px solid var(--sea);
  background: var(--wash);
  padding: 0 2px;
}
</style>
