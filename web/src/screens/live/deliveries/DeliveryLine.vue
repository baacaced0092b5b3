<script setup lang="ts">
/* A delivery as a sentence: which report, to whom, with which choices, whether, with which files, and when. */
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { project } from '../../../api/client'
import type { Delivery, SentenceOption, ParameterOverview, QueryCard, StoredCopy } from '../../../api/types'
import OfferedMark from '../../../sentence/OfferedMark.vue'
import TypedMark from '../../../sentence/TypedMark.vue'
import { without } from '../stages/stageOffers'
import { agoInWords } from '../../reports/timeAgo'
import * as words from './deliveryTexts'
import DeliveryActions from './DeliveryActions.vue'
import RecipientMarks from './RecipientMarks.vue'
import ScheduleMarks from '../ScheduleMarks.vue'

const AS_EVER = '/as-ever'
const props = defineProps<{
  delivery: Delivery
  copies: StoredCopy[]
  queries: QueryCard[]
  parameters: ParameterOverview['definition'][]
}>()
const emit = defineEmits<{
  keep: [how: (now: Delivery) => Partial<Delivery>]
  value: [parameter: string, taken: string]
  done: []
}>()

const schedule = computed(() => props.delivery.schedule)
const last = computed(() => props.delivery.lastJob)
/* A retry shows its reason. */
const running = computed(
  () => last.value.state === 'running' || (last.value.state === 'due' && last.value.message === ''),
)

async function valueOffers(name: string): Promise<SentenceOption[]> {
  const offers = await project.get('/parameters/{name}/options', {
    params: { path: { name }, query: { mark: 'start' } },
  })
  const ever = { id: AS_EVER, label: 'the report default', note: 'default', reason: '' }
  return [...offers.filter(offer => !offer.id.startsWith('/query/')), ever]
}
function takeValue(name: string, taken: string): void {
  if (taken === AS_EVER) emit('keep', now => ({ choices: without(now.choices, name) }))
  else emit('value', name, taken)
}
/* A new choice starts with the default of the report. */
const moreOffers = computed(() =>
  props.delivery.options.parameters
    .filter(name => !(name in props.delivery.choices) && !(name in props.delivery.recipients.choices))
    .map(name => ({ id: name, label: `:${name} is …`, note: '', reason: '' })),
)
function more(name: string): void {
  const value = props.parameters.find(one => one.name === name)?.default
  if (value) emit('keep', now => ({ choices: { ...now.choices, [name]: value } }))
}
/* Based on the displayed recipients: the server reports a conflict if they changed. */
function keepTo(to: Delivery['recipients']): void {
  const { version } = props.delivery
  emit('keep', () => ({ recipients: to, version }))
}
const passes = computed(() => props.delivery.condition.figure !== '')
</script>

<template>
  <li class="delivery" :data-delivery="delivery.id">
    <span class="soft state" :class="{ wrong: last.state === 'failed' }">{{
      last.state === 'failed' ? 'failed' : last.at ? agoInWords(last.at, Date.now()) : 'not sent yet'
    }}</span>
    <div class="what">
      <p class="sentence m-0">
        <TypedMark
          :text="delivery.name"
          about="Its name"
          data-mark="name"
          @take="emit('keep', () => ({ name: $event }))" />
        sends
        <RouterLink :to="`/reports/${encodeURIComponent(delivery.report)}`">{{
          delivery.options.reportName || delivery.report
        }}</RouterLink>
        to
        <RecipientMarks :delivery="delivery" :queries="queries" @take="keepTo" /><template
          v-for="(value, name) in delivery.choices"
          :key="name"
          >, <code class="parameter">:{{ name }}</code> is
          <OfferedMark
            :text="delivery.choiceLabels[name] ?? ''"
            :about="`what :${name} is`"
            :data-mark="`value ${name}`"
            typed
            :begins="value.formula || value.choice.values.join(', ')"
            :offers="() => valueOffers(String(name))"
            @take="takeValue(String(name), $event)" /></template
        >{{ ' ' }}
        <OfferedMark
          v-if="moreOffers.length"
          text="+ …"
          about="another choice"
          data-mark="more"
          :offers="async () => moreOffers"
          @take="more" />;
        <OfferedMark
          :text="passes ? words.onlyInWords(delivery).replace(/ \S+$/, '') : words.onlyInWords(delivery)"
          about="whether it is sent"
          data-mark="only"
          :offers="async () => words.onlyOffers(delivery)"
          @take="emit('keep', now => ({ condition: words.readOnly($event, now.condition) }))" />
        <template v-if="passes">
          {{ ' ' }}
          <TypedMark
            :text="delivery.condition.value"
            about="The value"
            data-mark="passes"
            @take="emit('keep', now => ({ condition: { ...now.condition, value: $event } }))" /></template
        >, with
        <OfferedMark
          :text="words.attachedInWords(delivery)"
          about="attachments"
          data-mark="attached"
          :offers="async () => words.attachedOffers(delivery)"
          @take="emit('keep', now => ({ attachments: words.readAttached($event, now) }))" />; sent
        <ScheduleMarks :schedule="schedule" :behind="copies" @take="emit('keep', () => ({ schedule: $event }))" />.
      </p>
      <div v-if="last.message && !running" :class="words.wantsLooking(last) ? 'wrong' : 'soft'">{{ last.message }}</div>
      <DeliveryActions
        :delivery="delivery"
        :running="running"
        @pause="emit('keep', now => ({ paused: !now.paused }))"
        @done="emit('done')" />
    </div>
  </li>
</template>

<style scoped>
.delivery {
  display: flex;
  gap: 12px;
  padding: 7px 0;
  border-top: 1px solid var(--rule);
  line-height: 1.8;
}
.state {
  width: 76px;
  flex: none;
}
.what {
  flex: 1;
  min-width: 0;
}
.wrong {
  color: var(--buoy);
}
</style>
