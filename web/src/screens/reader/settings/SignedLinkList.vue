<script setup lang="ts">
/* Signed links: created as a sentence, listed with their uses, revoked. */
import { BButton, BFormInput } from 'bootstrap-vue-next'
import { computed, ref, shallowRef } from 'vue'
import { project } from '../../../api/client'
import { type Failure, asFailure } from '../../../api/failure'
import type { Choices, SentenceOption, Report, SignedLink } from '../../../api/types'
import { useLoaded } from '../../../composables/useLoaded'
import { countInWords, dateInWords, listInWords, momentInWords } from '../../../formats'
import OfferedMark from '../../../sentence/OfferedMark.vue'
import FailureNote from '../../../widgets/FailureNote.vue'

const props = defineProps<{ report: Report; choices: Choices }>()
const path = '/reports/{id}/signed-links'
const params = { path: { id: props.report.id } }
const SIGNED_IN = 'signed-in viewers with access'
const ANYONE = 'anyone with the link'

const { state, reload } = useLoaded(signal => project.get(path, { params, signal }))
const links = computed(() => (state.value.status === 'ready' ? state.value.data : []))
const fixing = ref<string[]>([])
const anyone = ref(false)
const lastDay = ref('')
const made = ref('')
const failure = shallowRef<Failure>()
const selectable = props.report.parameters.filter(parameter => !parameter.private)
const labelOf = (name: string): string => selectable.find(parameter => parameter.name === name)?.label ?? name
const fixed = computed(() => (fixing.value.length ? listInWords(fixing.value.map(labelOf)) : 'nothing yet'))

const toFix = (): Promise<SentenceOption[]> =>
  Promise.resolve(
    selectable.map(({ name, label }) => ({
      id: name,
      label: label,
      note: fixing.value.includes(name) ? 'fixed; release it' : 'as currently chosen',
      reason: '',
    })),
  )
const whom = (): Promise<SentenceOption[]> =>
  Promise.resolve([
    { id: SIGNED_IN, label: SIGNED_IN, note: '', reason: '' },
    { id: ANYONE, label: ANYONE, note: 'without sign-in, until an expiry date', reason: '' },
  ])
const fix = (name: string): unknown =>
  (fixing.value = fixing.value.includes(name) ? fixing.value.filter(other => other !== name) : [...fixing.value, name])

async function attempt(what: () => Promise<unknown>): Promise<void> {
  failure.value = undefined
  try {
    await what()
    await reload()
  } catch (error) {
    failure.value = asFailure(error)
  }
}
const make = (): Promise<void> =>
  attempt(async () => {
    const choices = Object.fromEntries(
      fixing.value.flatMap(name => (props.choices[name] ? [[name, props.choices[name]]] : [])),
    )
    const { token } = await project.post(path, {
      params,
      body: { choices, lastDay: lastDay.value, openToAnyone: anyone.value },
    })
    made.value = `${location.origin}${location.pathname}?signed=${token}`
  })
const takeBack = (id: string): Promise<void> =>
  attempt(() => project.remove(`${path}/{linkId}`, { params: { path: { ...params.path, linkId: id } } }))

const chosenInWords = (link: SignedLink): string =>
  Object.entries(link.choices)
    .map(([name, { kind, values }]) => `${labelOf(name)} ${kind === 'values' ? values.join(', ') : kind}`)
    .join('; ') || 'nothing'
function standing(link: SignedLink): string {
  if (link.status === 'revoked') return 'revoked'
  if (!link.lastDay) return 'no expiry'
  return `${link.status === 'expired' ? 'ended' : 'until'} ${dateInWords(link.lastDay)}`
}
const usesInWords = ({ uses }: SignedLink): string =>
  uses.count === 0
    ? 'never opened'
    : `opened ${uses.count === 1 ? 'once' : `${countInWords(uses.count)} times`}, last ${momentInWords(uses.last.replace(/\.\d+/, ''))}`
</script>

<template>
  <section aria-label="Signed links">
    <h2 class="pt-3">Signed links</h2>
    <p class="m-0 lead-line">
      A link with
      <OfferedMark :text="fixed" about="what the link fixes" data-mark="fixes" :offers="toFix" @take="fix" /> fixed
      opens the report for
      <OfferedMark
        :text="anyone ? ANYONE : SIGNED_IN"
        about="whom the link opens it for"
        data-mark="whom"
        :offers="whom"
        @take="anyone = $event === ANYONE" />
      and expires on
      <BFormInput v-model="lastDay" type="date" class="d-inline-block w-auto" size="sm" aria-label="Expiry date" />
      <BButton
        size="sm"
        variant="outline-primary"
        :disabled="fixing.length === 0 || (anyone && !lastDay)"
        class="ms-2"
        @click="make"
        >Create link</BButton
      >
    </p>
    <p v-if="anyone && !lastDay" class="small soft m-0">A link without sign-in needs an expiry date.</p>
    <BFormInput v-if="made" :model-value="made" readonly aria-label="Signed link" class="mono mt-1" />
    <p v-if="made" class="small soft m-0">Copy it now; it is not shown again.</p>
    <FailureNote v-if="failure" :failure="failure" class="mt-2" />
    <table v-if="links.length" class="plain mt-2">
      <tbody>
        <tr v-for="link in links" :key="link.id" :class="{ soft: link.status !== 'active' }">
          <td>{{ chosenInWords(link) }}</td>
          <td>{{ link.openToAnyone ? 'for ' + ANYONE : '' }}</td>
          <td>{{ standing(link) }}</td>
          <td class="soft">by {{ link.createdBy }}</td>
          <td class="soft">{{ usesInWords(link) }}</td>
          <td>
            <button v-if="link.status === 'active'" class="as-link" @click="takeBack(link.id)">Revoke</button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.lead-line {
  line-height: 2;
}
</style>
