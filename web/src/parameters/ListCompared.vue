<script setup lang="ts">
/* A hand-typed list against the data. */
import { ref, shallowRef } from 'vue'
import { project } from '../api/client'
import { asFailure } from '../api/failure'
import type { ListComparison, Parameter } from '../api/types'
import { countInWords } from '../formats'

const props = defineProps<{ parameter: Parameter }>()
const found = shallowRef<ListComparison>()
const said = ref('')
const MOST = 4
const some = (values: string[]) => values.slice(0, MOST).join(', ') + (values.length > MOST ? ' …' : '')

async function compare(): Promise<void> {
  said.value = ''
  found.value = await project
    .post('/parameters/{name}/comparisons', { params: { path: { name: props.parameter.name } } })
    .catch((error: unknown) => {
      const failure = asFailure(error)
      said.value = `${failure.message} ${failure.advice}`
      return undefined
    })
}
</script>

<template>
  <div class="small">
    <button class="as-link small" type="button" @click="compare">Compare with the data</button>
    <div v-if="said" class="soft">{{ said }}</div>
    <template v-if="found">
      <div v-if="found.notOccurring.length">
        {{ countInWords(found.notOccurring.length) }} listed
        {{ found.notOccurring.length === 1 ? 'value does' : 'values do' }} not occur: {{ some(found.notOccurring) }}
      </div>
      <div v-if="found.notListed.length">
        {{ countInWords(found.notListed.length) }} occurring
        {{ found.notListed.length === 1 ? 'value is' : 'values are' }} not listed: {{ some(found.notListed) }}
      </div>
      <div v-if="!found.notOccurring.length && !found.notListed.length">
        Every listed value occurs, and every occurring one is listed.
      </div>
    </template>
  </div>
</template>
