<script setup lang="ts">
/* The sign-in of a web service. */
import { BFormInput, BFormSelect } from 'bootstrap-vue-next'
import type { NewSource } from '../../api/types'

defineProps<{ kept: boolean }>()
const way = defineModel<NonNullable<NewSource['signIn']>>('way', { required: true })
const name = defineModel<string>('name', { required: true })
const secret = defineModel<string>('secret', { required: true })

const WAYS = [
  { value: 'none', text: 'none' },
  { value: 'basic', text: 'user and password' },
  { value: 'bearer', text: 'bearer token' },
  { value: 'header', text: 'key in a header' },
  { value: 'query', text: 'key in the address' },
]
const NAMES: Record<string, string> = { basic: 'User', header: 'Name of the header', query: 'Name of the key' }
</script>

<template>
  <label>Sign-in: <BFormSelect v-model="way" :options="WAYS" /></label>
  <label v-if="NAMES[way]">{{ NAMES[way] }} <BFormInput v-model="name" autocomplete="off" required /></label>
  <label v-if="way !== 'none'"
    >{{ way === 'basic' ? 'Password' : 'Secret' }}
    <BFormInput
      v-model="secret"
      type="password"
      autocomplete="new-password"
      :placeholder="kept ? 'as before, at the same address' : ''"
  /></label>
  <div class="wide soft">
    Requests are limited to paths below this address. The secret is sent only there, is stored encrypted and never shown
    again. Operators set the allowed hosts.
  </div>
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}
</style>
