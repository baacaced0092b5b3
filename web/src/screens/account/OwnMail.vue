<script setup lang="ts">
/* The email address of the user, for deliveries and test emails. */
import { computed } from 'vue'
import { server } from '../../api/client'
import { useLoaded } from '../../composables/useLoaded'
import TypedMark from '../../sentence/TypedMark.vue'
import FailureNote from '../../widgets/FailureNote.vue'
import { useChanges } from '../people/useChanges'

const { state, reload } = useLoaded(signal => server.get('/me/email', { signal }))
const { failure, change } = useChanges(reload)
const mail = computed(() => (state.value.status === 'ready' ? state.value.data.email : ''))
</script>

<template>
  <section aria-label="Mail" class="pb-4">
    <h2 class="pb-1">Mail</h2>
    <p class="m-0">
      Your email address is
      <TypedMark
        :text="mail || 'not set'"
        :begins="mail"
        about="Where you get mail"
        data-mark="mail"
        @take="change(() => server.put('/me/email', { body: { email: $event } }))" />.
      <span class="soft">Reports delivered to you are sent there, with the rows you may see.</span>
    </p>
    <FailureNote v-if="failure" :failure="failure" />
  </section>
</template>
