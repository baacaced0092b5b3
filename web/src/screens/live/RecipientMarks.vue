<script setup lang="ts">
/* Who gets a delivery: those who are named, or anyone who is in the rows of a query. */
import { get } from '../../api/client'
import type { Delivery, MarkOption, QueryCard } from '../../api/types'
import OfferedMark from '../../sentence/OfferedMark.vue'
import TypedMark from '../../sentence/TypedMark.vue'
import { guessed, NOBODY, readWho, whoInWords } from './deliveryWords'

const NAMED = '/named'
const props = defineProps<{ delivery: Delivery; queries: QueryCard[] }>()
const emit = defineEmits<{ take: [to: Delivery['to']] }>()

const columnsOf = async (queryId: string): Promise<string[]> =>
  (
    await get<{ name: string }[]>(
      `/deliveries/${encodeURIComponent(props.delivery.id)}/columns?queryId=${encodeURIComponent(queryId)}`,
    )
  ).map(column => column.name)

const queryOffers = (): Promise<MarkOption[]> =>
  Promise.resolve([
    { id: NAMED, words: 'named recipients', note: '', reason: '' },
    ...props.queries.map(query => ({
      id: query.id,
      words: `each row of ${query.name}`,
      note: query.sourceId,
      reason: '',
    })),
  ])
async function takeQuery(id: string): Promise<void> {
  if (id === NAMED) emit('take', NOBODY)
  else emit('take', guessed(id, await columnsOf(id).catch(() => []), props.delivery))
}

const offers = async (): Promise<MarkOption[]> =>
  (await columnsOf(props.delivery.to.queryId)).map(name => ({ id: name, words: name, note: '', reason: '' }))
const queryName = (id: string): string => props.queries.find(query => query.id === id)?.name ?? id
const choosing = (parameter: string, column: string): void =>
  emit('take', { ...props.delivery.to, choices: { ...props.delivery.to.choices, [parameter]: column } })
const moreOffers = (): Promise<MarkOption[]> =>
  Promise.resolve(
    props.delivery.offers.chooses
      .filter(name => !(name in props.delivery.to.choices))
      .map(name => ({ id: name, words: `:${name} from a column`, note: '', reason: '' })),
  )
const more = async (name: string): Promise<void> =>
  choosing(name, (await columnsOf(props.delivery.to.queryId).catch(() => []))[0] ?? '')
</script>

<template>
  <template v-if="delivery.to.queryId">
    <OfferedMark
      :text="`each row of ${queryName(delivery.to.queryId)}`"
      about="who gets it"
      data-mark="rows"
      :offers="queryOffers"
      @take="takeQuery" />, at its
    <OfferedMark
      :text="delivery.to.column || 'column'"
      about="the column with the address"
      data-mark="address"
      :offers="offers"
      @take="emit('take', { ...delivery.to, column: $event })" /><template
      v-for="(column, parameter) in delivery.to.choices"
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
      :text="whoInWords(delivery.to)"
      :begins="delivery.to.who.join(', ')"
      about="addresses, names of people, or group:name"
      data-mark="who"
      @take="emit('take', { ...delivery.to, who: readWho($event) })" />
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
