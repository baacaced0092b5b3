<script setup lang="ts">
/* The recipients: a fixed list, or the rows of a query. */
import { project } from '../../../api/client'
import type { Delivery, SentenceOption, QueryCard } from '../../../api/types'
import OfferedMark from '../../../sentence/OfferedMark.vue'
import TypedMark from '../../../sentence/TypedMark.vue'
import { guessed, NO_RECIPIENTS, readWho, whoInWords } from './deliveryTexts'

const NAMED = '/named'
const props = defineProps<{ delivery: Delivery; queries: QueryCard[] }>()
const emit = defineEmits<{ take: [to: Delivery['recipients']] }>()

const columnsOf = async (queryId: string): Promise<string[]> =>
  (
    await project.post('/deliveries/{id}/recipient-columns', {
      params: { path: { id: props.delivery.id } },
      body: {
        queryId,
      },
    })
  ).map(column => column.name)

const queryOffers = (): Promise<SentenceOption[]> =>
  Promise.resolve([
    { id: NAMED, label: 'named recipients', note: '', reason: '' },
    ...props.queries.map(query => ({
      id: query.id,
      label: `each row of ${query.name}`,
      note: query.source,
      reason: '',
    })),
  ])
async function takeQuery(id: string): Promise<void> {
  if (id === NAMED) emit('take', NO_RECIPIENTS)
  else emit('take', guessed(id, await columnsOf(id).catch(() => []), props.delivery))
}

const offers = async (): Promise<SentenceOption[]> =>
  (await columnsOf(props.delivery.recipients.query)).map(name => ({ id: name, label: name, note: '', reason: '' }))
const queryName = (id: string): string => props.queries.find(query => query.id === id)?.name ?? id
const choosing = (parameter: string, column: string): void =>
  emit('take', { ...props.delivery.recipients, choices: { ...props.delivery.recipients.choices, [parameter]: column } })
const moreOffers = (): Promise<SentenceOption[]> =>
  Promise.resolve(
    props.delivery.options.parameters
      .filter(name => !(name in props.delivery.recipients.choices))
      .map(name => ({ id: name, label: `:${name} from a column`, note: '', reason: '' })),
  )
const more = async (name: string): Promise<void> =>
  choosing(name, (await columnsOf(props.delivery.recipients.query).catch(() => []))[0] ?? '')
</script>

<template>
  <template v-if="delivery.recipients.query">
    <OfferedMark
      :text="`each row of ${queryName(delivery.recipients.query)}`"
      about="who gets it"
      data-mark="rows"
      :offers="queryOffers"
      @take="takeQuery" />, at its
    <OfferedMark
      :text="delivery.recipients.addressColumn || 'column'"
      about="the column with the address"
      data-mark="address"
      :offers="offers"
      @take="emit('take', { ...delivery.recipients, addressColumn: $event })" /><template
      v-for="(column, parameter) in delivery.recipients.choices"
      :key="parameter"
      >, <code class="parameter">:{{ parameter }}</code> is its
      <OfferedMark
        :text="column"
        :about="`what :${parameter} is`"
        :data-mark="`column ${parameter}`"
        :offers="offers"
        @take="choosing(String(parameter), $event)"
    /></template>
    {{ ' ' }}
    <OfferedMark text="+ …" about="another choice of its row" data-mark="more-of-row" :offers="moreOffers" @take="more"
  /></template>
  <template v-else>
    <TypedMark
      :text="whoInWords(delivery.recipients)"
      :begins="delivery.recipients.addresses.join(', ')"
      about="addresses, names of people, or group:name"
      data-mark="who"
      @take="emit('take', { ...delivery.recipients, addresses: readWho($event) })" />
    <span class="soft">
      or
      <OfferedMark
        text="each row of …"
        about="a query that says who gets it"
        data-mark="rows"
        :offers="queryOffers"
        @take="takeQuery"
    /></span>
  </template>
</template>
