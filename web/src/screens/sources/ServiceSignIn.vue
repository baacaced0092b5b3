<script setup lang="ts">
/* How a web service lets this server in. */
import { BFormInput, BFormSelect } from 'bootstrap-vue-next'

defineProps<{ kept: boolean }>()
const way = defineModel<string>('way', { required: true })
const name = defineModel<string>('name', { required: true })
const secret = defineModel<string>('secret', { required: true })

const WAYS = [
  { value: 'nothing', text: 'by nothing: it is open to all' },
  { value: 'basic', text: 'by a user and a password' },
  { value: 'bearer', text: 'by a token (bearer)' },
  { value: 'header', text: 'by a key in a header' },
  { value: 'asked', text: 'by a key in the address' },
]
const NAMES: Record<string, string> = { basic: 'User', header: 'Name of the header', asked: 'Name of the key' }
</script>

<template>
  <label>It lets in <BFormSelect v-model="way" :options="WAYS" /></label>
  <label v-if="NAMES[way]">{{ NAMES[way] }} <BFormInput v-model="name" autocomplete="off" required /></label>
  <label v-if="way !== 'nothing'"
    >{{ way === 'basic' ? 'Password' : 'Secret' }}
    <BFormInput
      v-model="secret"
      type="password"
      autocomplete="new-password"
      :placeholder="kept ? 'as before, at the same address' : ''"
  /></label>
  <div class="wide soft">
    Requests ask for paths below this address, and for nothing else: the secret goes there alone, is kept encrypted and
    never sent back. Which hosts may be asked is for the operator of the server to say.
  </div>
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}
</style>
