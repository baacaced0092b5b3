<script setup lang="ts">
/* Reports that are sent by mail, each as a sentence. */
import { computed, onScopeDispose, ref, watch } from 'vue'
import { project } from '../../../api/client'
import { asFailure } from '../../../api/failure'
import type { Delivery, SentenceOption, ReportCard } from '../../../api/types'
import { useLoaded } from '../../../composables/useLoaded'
import RemovedObjects from '../../../objects/RemovedObjects.vue'
import OfferedMark from '../../../sentence/OfferedMark.vue'
import FailureNote from '../../../widgets/FailureNote.vue'
import { useChanges } from '../../people/useChanges'
import DeliveryLine from './DeliveryLine.vue'

const LOOK_EVERY = 1500
const emit = defineEmits<{ changed: [] }>()
const { state, reload } = useLoaded(async signal => {
  const [deliveries, copies, queries, uses] = await Promise.all([
    project.list('/deliveries', { signal }),
    project.list('/stored-copies', { signal }),
    project.list('/queries', { signal }),
    project.list('/parameters', { signal }),
  ])
  return { deliveries, copies, queries, parameters: uses.map(use => use.definition) }
})
const removed = ref<InstanceType<typeof RemovedObjects>>()
const { failure, change } = useChanges(reloaded)
async function reloaded(): Promise<void> {
  await Promise.all([reload(), removed.value?.reload()])
  emit('changed')
}
const around = computed(() =>
  state.value.status === 'ready' ? state.value.data : { deliveries: [], copies: [], queries: [], parameters: [] },
)

/* While one is sent, its line is updated. */
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  () => around.value.deliveries,
  (now, before) => {
    clearTimeout(timer)
    const open = (all: Delivery[]): boolean =>
      all.some(one => one.lastJob.state === 'due' || one.lastJob.state === 'running')
    if (open(now)) timer = setTimeout(() => void reload(), LOOK_EVERY)
    else if (open(before)) emit('changed')
  },
)
onScopeDispose(() => clearTimeout(timer))

let reports: ReportCard[] = []
async function offers(): Promise<SentenceOption[]> {
  reports = await project.list('/reports')
  return reports.map(one => ({ id: one.id, label: one.name, note: one.audience, reason: '' }))
}
const add = (report: string): Promise<unknown> => {
  const name = reports.find(one => one.id === report)?.name ?? report
  return change(() => project.post('/deliveries', { body: { report, name } }))
}
/* Changes are sequential: two concurrent ones would be based on the same version, and one would be lost. */
let before: Promise<unknown> = Promise.resolve()
function inTurn(id: string, how: (now: Delivery) => Promise<unknown>): void {
  const mine = async (): Promise<unknown> => {
    const now = around.value.deliveries.find(one => one.id === id)
    return now && how(now)
  }
  before = before.then(mine, mine)
}
function keep(delivery: Delivery, changed: Partial<Delivery>): Promise<unknown> {
  const { id, name, choices, recipients, condition, attachments, schedule, paused, version } = {
    ...delivery,
    ...changed,
  }
  return change(() =>
    project.put('/deliveries/{id}', {
      params: { path: { id } },
      body: { name, choices, recipients, condition, attachments, schedule, paused, version },
    }),
  )
}
/* The server parses a value like a default of the parameter. */
async function value(delivery: Delivery, parameter: string, taken: string): Promise<void> {
  const written = around.value.parameters.find(one => one.name === parameter)
  const said = delivery.choices[parameter]
  if (!written || !said) return
  const definition = { ...written, default: said }
  try {
    const { definition: meant } = await project.post('/parameters/changed', {
      body: {
        definition,
        mark: 'start',
        option: taken,
      },
    })
    await keep(delivery, { choices: { ...delivery.choices, [parameter]: meant.default } })
  } catch (error) {
    failure.value = asFailure(error)
  }
}
</script>

<template>
  <section class="card-box" aria-label="Deliveries">
    <div class="row-line">
      <h2 class="fs-6 m-0">Deliveries</h2>
      <span class="soft">reports by email; recipients get the rows they may see</span>
    </div>
    <FailureNote v-if="state.status === 'failed'" :failure="state.failure"
      ><button class="as-link" @click="reload">Try again</button></FailureNote
    >
    <ul class="deliveries">
      <DeliveryLine
        v-for="delivery in around.deliveries"
        :key="delivery.id"
        :delivery="delivery"
        :copies="around.copies"
        :queries="around.queries"
        :parameters="around.parameters"
        @keep="how => inTurn(delivery.id, now => keep(now, how(now)))"
        @value="(parameter, taken) => inTurn(delivery.id, now => value(now, parameter, taken))"
        @done="reloaded" />
    </ul>
    <OfferedMark text="+ New delivery of …" about="a report" data-mark="add" :offers="offers" @take="add" />
    <FailureNote v-if="failure" :failure="failure" class="mt-2" />
    <RemovedObjects ref="removed" kind="delivery" :changed="reloaded" in-card />
  </section>
</template>

<style scoped>
.deliveries {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
</style>
