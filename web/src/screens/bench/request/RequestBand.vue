<script setup lang="ts">
/* The URL with the current choices, and the response. */
import { computed, nextTick, shallowRef, toRef } from 'vue'
import { project } from '../../../api/client'
import { type Failure, asFailure } from '../../../api/failure'
import type { ResponsePreview, Choices, QueryCheck } from '../../../api/types'
import { endOfRequest, withColumns, withRowsAt } from '../../../query/request'
import StatementText from '../../../query/StatementText.vue'
import FailureNote from '../../../widgets/FailureNote.vue'
import ResponsePanel from './ResponsePanel.vue'
import { useAddress } from './useAddress'

const props = defineProps<{
  queryId: string
  text: string
  check: QueryCheck
  choices: () => Choices
  colors: Record<string, string>
  highlighted: string
}>()
const emit = defineEmits<{ highlight: [name: string]; edit: [text: string] }>()

const address = useAddress(props.queryId, toRef(props, 'text'), props.choices)
const asked = computed(() => address.value?.text.trimEnd() ?? '')
const verb = computed(() => asked.value.split(' ')[0] ?? '')
/* The line without its verb: the address of the service is between them. */
const path = computed(() => asked.value.slice(verb.value.length + 1))
const values = computed(() =>
  (address.value?.values ?? []).map(value => ({ ...value, offset: value.offset - verb.value.length - 1 })),
)
const leftOut = computed(() => {
  const end = endOfRequest(props.text)
  const sent = new Set(values.value.map(value => value.parameter))
  const all = props.check.marks.filter(mark => mark.start < end).map(mark => mark.name)
  return [...new Set(all)].filter(name => !sent.has(name))
})

const look = shallowRef<ResponsePreview>()
const failed = shallowRef<Failure>()
const asking = shallowRef(false)
async function ask(): Promise<void> {
  asking.value = true
  failed.value = undefined
  try {
    look.value = await project.post('/queries/{id}/request/preview', {
      params: { path: { id: props.queryId } },
      body: {
        text: props.text,
        choices: props.choices(),
      },
    })
  } catch (error) {
    look.value = undefined
    failed.value = asFailure(error)
  } finally {
    asking.value = false
  }
}
async function take(text: string): Promise<void> {
  emit('edit', text)
  await nextTick()
  await ask()
}
</script>

<template>
  <div class="band">
    <div class="line" role="group" aria-label="Address" data-test="address">
      <template v-if="address && !address.problem"
        ><span class="soft">{{ verb }}</span> <span class="base">{{ address.base }}</span><StatementText
          class="path"
          :text="path"
          :values="values"
          :colors="colors"
          :highlighted="highlighted"
          @highlight="emit('highlight', $event)"
      /></template>
      <span v-else class="soft">{{ address?.problem || 'The address appears here.' }}</span>
    </div>
    <div class="row-line small">
      <span v-if="leftOut.length && address && !address.problem" class="soft"
        >omitted:
        <template v-for="(name, i) in leftOut" :key="name"
          >{{ i ? ', ' : '' }}<span class="mono" :style="{ color: colors[name] }">:{{ name }}</span></template
        ></span
      ><span class="grow"></span>
      <button class="as-link small" type="button" :disabled="asking || !!address?.problem" @click="ask">
        {{ asking ? 'Requesting …' : look ? 'Request again' : 'Preview response' }}
      </button>
      <button v-if="look" class="as-link small" type="button" @click="look = undefined">Close</button>
    </div>
    <FailureNote v-if="failed" :failure="failed" />
    <ResponsePanel
      v-if="look"
      :look="look"
      @rows="take(withRowsAt(text, $event))"
      @columns="emit('edit', withColumns(text, look.columns))" />
  </div>
</template>

<style scoped>
.band {
  flex: none;
  max-height: 62%;
  overflow-y: auto;
  padding: 8px 12px;
  border-bottom: 1px solid var(--line);
  background: var(--sheet);
}
.line {
  font-family: var(--mono);
  font-size: 12.5px;
  line-height: 1.6;
  overflow-wrap: anywhere;
}
.base {
  color: var(--soft);
}
.path {
  display: inline;
}
</style>
