<script setup lang="ts">
/* The actions of a delivery and its emails. */
import { ref, shallowRef, watch } from 'vue'
import { project } from '../../../api/client'
import { useMe } from '../../../api/me'
import type { Delivery, SentEmail } from '../../../api/types'
import FailureNote from '../../../widgets/FailureNote.vue'
import { useChanges } from '../../people/useChanges'
import { isWrong, mailInWords } from './deliveryTexts'
import { dayOf } from '../versions/revisionTexts'

const props = defineProps<{ delivery: Delivery; running: boolean }>()
const emit = defineEmits<{ pause: []; done: [] }>()
const { me } = useMe()
const { failure, change } = useChanges(() => emit('done'))
const params = { path: { id: props.delivery.id } }

const sure = ref('')
async function act(what: 'send' | 'remove'): Promise<void> {
  sure.value = ''
  await change(() =>
    what === 'send'
      ? project.post('/deliveries/{id}/send', { params })
      : project.remove('/deliveries/{id}', { params }),
  )
}

/* Without accounts, the recipient of the test is requested. */
const tested = ref('')
const to = ref('')
const asking = ref(false)
async function test(): Promise<void> {
  tested.value = ''
  if (!me.value?.accounts && !asking.value) {
    asking.value = true
    return
  }
  asking.value = false
  const tried = await change(() => project.post('/deliveries/{id}/test', { params, body: { to: to.value } }))
  if (tried) tested.value = tried.reason ? `Nothing to send: ${tried.reason}` : `Test sent to ${tried.to}.`
}

const mails = shallowRef<SentEmail[]>()
async function show(): Promise<void> {
  mails.value = mails.value ? undefined : await project.get('/deliveries/{id}/emails', { params })
}
watch(
  () => props.delivery.lastJob.at,
  async () => {
    if (!mails.value) return
    mails.value = undefined
    await show()
  },
)
</script>

<template>
  <div>
    <div class="doing">
      <span v-if="running" class="soft" role="status">Sending …</span>
      <template v-else-if="sure !== 'send'">
        <button class="as-link" @click="test">Send test to me</button>
        <button class="as-link" @click="sure = 'send'">Send now</button>
      </template>
      <span v-else
        >Send to all recipients now?
        <button class="as-link" @click="act('send')">Send</button>
        <button class="as-link soft ms-2" @click="sure = ''">No</button></span
      >
      <button class="as-link" :aria-expanded="!!mails" @click="show">Emails</button>
      <button class="as-link" @click="emit('pause')">{{ delivery.paused ? 'Resume schedule' : 'Pause' }}</button>
      <button v-if="sure !== 'remove'" class="as-link soft" @click="sure = 'remove'">Remove</button>
      <span v-else
        >No recipients left.
        <button class="as-link" @click="act('remove')">Remove it</button>
        <button class="as-link soft ms-2" @click="sure = ''">No</button></span
      >
    </div>
    <form v-if="asking" class="row-line" @submit.prevent="test">
      <input
        v-model="to"
        type="email"
        class="form-control w-auto"
        placeholder="you@…"
        aria-label="Address for the test" />
      <button class="btn btn-outline-primary btn-sm" :disabled="!to">Send the test</button>
    </form>
    <p v-if="tested" role="status" class="m-0 soft">{{ tested }}</p>
    <FailureNote v-if="failure" :failure="failure" />
    <div v-if="mails" class="mails" role="region" :aria-label="`Emails sent by ${delivery.name}`" tabindex="0">
      <p v-if="mails.length === 0" class="soft m-0">Nothing sent yet.</p>
      <ol v-else>
        <li v-for="mail in mails" :key="mail.id">
          <span class="soft time">{{ dayOf(mail.at) }}</span>
          <span class="to">{{ mail.address }}</span>
          <span :class="isWrong(mail) ? 'wrong' : 'soft'">{{ mailInWords(mail) }}</span>
        </li>
      </ol>
      <p v-if="delivery.unsubscribed.length" class="soft m-0">Unsubscribed: {{ delivery.unsubscribed.join(', ') }}.</p>
    </div>
  </div>
</template>

<style scoped>
.doing {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.mails {
  max-height: 220px;
  overflow-y: auto;
  border-left: 2px solid var(--rule);
  padding-left: 10px;
  margin-top: 4px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  line-height: 1.6;
}
.time {
  flex: 0 0 150px;
}
.to {
  flex: 0 1 220px;
  overflow-wrap: anywhere;
}
.wrong {
  color: var(--buoy);
}
</style>
