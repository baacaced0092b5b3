<script setup lang="ts">
/* A sign-in link to be passed on; it is shown once. */
import { computed, ref } from 'vue'
import { inServer } from '../../api/location'
import type { SignInLink } from '../../api/types'
import { copyText } from '../../clipboard'

const props = defineProps<{ link: SignInLink; label: string }>()
const whole = computed(() => location.origin + inServer(props.link.path))
const copied = ref(false)
async function copy(): Promise<void> {
  await copyText(whole.value)
  copied.value = true
}
</script>

<template>
  <div class="note my-1" role="status">
    Send this link to {{ label }}. It works once within a week and lets them set a password. It is not shown again.
    <div class="row-line">
      <code class="link" data-test="sign-in-link">{{ whole }}</code><button class="as-link" @click="copy">
        {{ copied ? 'Copied' : 'Copy' }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.link {
  overflow-wrap: anywhere;
  user-select: all;
}
</style>
