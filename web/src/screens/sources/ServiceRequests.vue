<script setup lang="ts">
/* The requests of a web service, and a link to create another one. */
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { project } from '../../api/client'
import { type Failure, asFailure } from '../../api/failure'
import type { Source } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'
import { START } from '../../query/request'
import FailureNote from '../../widgets/FailureNote.vue'

const props = defineProps<{ source: Source }>()
const router = useRouter()
const { state } = useLoaded(signal => project.list('/queries', { signal }))
const requests = computed(() =>
  state.value.status === 'ready' ? state.value.data.filter(query => query.source === props.source.id) : [],
)
const failed = ref<Failure>()

async function write(): Promise<void> {
  try {
    const name = `Request to ${props.source.id}`
    const query = await project.post('/queries', { body: { name, source: props.source.id, text: START } })
    await router.push(`/queries/${query.id}`)
  } catch (error) {
    failed.value = asFailure(error)
  }
}
</script>

<template>
  <p class="m-0">
    <template v-if="requests.length"
      >Query it with
      <template v-for="(query, i) in requests" :key="query.id"
        >{{ i ? ', ' : '' }}<RouterLink :to="`/queries/${query.id}`">{{ query.name }}</RouterLink></template
      >.
    </template>
    <button class="as-link strong" type="button" @click="write">Write a request</button>
  </p>
  <FailureNote v-if="failed" :failure="failed" />
</template>
