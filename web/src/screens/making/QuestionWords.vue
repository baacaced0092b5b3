<script setup lang="ts">
/* The question line as it is written, changed in place: a name in braces is a choice, words in brackets go when it is blank. */
import { nextTick, ref } from 'vue'

const props = defineProps<{ question: string }>()
const emit = defineEmits<{ say: [question: string] }>()

const writing = ref(false)
const written = ref('')
const field = ref<HTMLTextAreaElement>()
function begin(): void {
  written.value = props.question
  writing.value = true
  void nextTick(() => field.value?.focus())
}
function keep(): void {
  if (!writing.value) return
  writing.value = false
  if (written.value.trim() !== props.question) emit('say', written.value)
}
</script>

<template>
  <div class="mx-4 px-1 mb-2 soft small">
    <button v-if="!writing" class="as-link" @click="begin">
      {{ question ? 'Write this sentence otherwise' : 'The sentence writes itself. Write your own' }}
    </button>
    <template v-else>
      <textarea
        ref="field"
        v-model="written"
        class="form-control"
        rows="2"
        aria-label="Question line"
        placeholder="Sailed crossings from {port}[, late by at least {min_delay}]."
        @keydown.enter.prevent="keep"
        @keydown.esc.stop="writing = false"
        @blur="keep"></textarea>
      A name in braces is a choice, [words in brackets] go when it is blank. Enter keeps it, Esc leaves it.
    </template>
  </div>
</template>
