<script setup lang="ts">
/* The settings of one stage, as a sentence with editable words. */
import { computed } from 'vue'
import { project } from '../../../api/client'
import type { SentenceOption, Stage } from '../../../api/types'
import { LOCALE } from '../../../locale'
import OfferedMark from '../../../sentence/OfferedMark.vue'
import TypedMark from '../../../sentence/TypedMark.vue'
import { moreOffers, without, type StageOption } from './stageOffers'
import { settingsOf, type StageSettings, type Stages } from './useStages'
import { dayOf } from '../versions/revisionTexts'

const props = defineProps<{ stage: Stage; stages: Stages }>()
const ITSELF = '/itself'
const AS_WRITTEN = '/as-written'

const around = computed(() => props.stages.around.value)
const keep = (changed: Partial<StageSettings>): Promise<void> =>
  props.stages.keep(props.stage, { ...settingsOf(props.stage), ...changed })

async function valueOffers(name: string): Promise<SentenceOption[]> {
  const offers = await project.get('/parameters/{name}/options', {
    params: { path: { name }, query: { mark: 'start' } },
  })
  const values = offers.filter(offer => !offer.id.startsWith('/query/'))
  return [...values, { id: AS_WRITTEN, label: 'its default', note: 'default', reason: '' }]
}
function takeValue(name: string, taken: string): void {
  if (taken === AS_WRITTEN) void keep({ defaults: without(settingsOf(props.stage).defaults, name) })
  else void props.stages.value(props.stage, name, taken)
}

const kindOf = (id: string): string => around.value.sources.find(source => source.id === id)?.kind ?? ''
const sourceOffers = (from: string): SentenceOption[] => [
  ...around.value.sources
    .filter(source => source.id !== from && source.kind === kindOf(from))
    .map(source => ({ id: source.id, label: source.id, note: '', reason: '' })),
  { id: ITSELF, label: from, note: 'itself', reason: '' },
]
const takeSource = (from: string, taken: string): Promise<void> =>
  keep({ sources: taken === ITSELF ? without(props.stage.sources, from) : { ...props.stage.sources, [from]: taken } })

const number = (typed: string): number | null => Number(typed.replaceAll(/[\s,]|rows?|s$/g, '')) || null
const more = computed<StageOption[]>(() => moreOffers(props.stage, around.value))
function take(id: string): void {
  const taken = more.value.find(one => one.id === id)
  if (taken) void keep(taken.change)
}
/* Draft and live always exist. */
const named = computed(() => !['draft', 'live'].includes(props.stage.name))
const last = computed(() => props.stage.lastChange)
</script>

<template>
  <li class="stage" :data-stage="stage.name">
    <span class="soft name">{{ stage.name }}</span>
    <span v-if="stage.editable">
      <template v-for="(to, from) in stage.sources" :key="from"
        >source
        <OfferedMark
          :data-mark="`source ${from}`"
          :text="to"
          :about="`instead of ${from}`"
          :offers="async () => sourceOffers(String(from))"
          @take="takeSource(String(from), $event)" />
        instead of {{ from }};
      </template>
      <template v-for="(value, name) in stage.defaults" :key="name"
        ><code class="parameter">:{{ name }}</code> defaults to
        <OfferedMark
          :data-mark="`value ${name}`"
          :text="stage.defaultLabels[name] ?? ''"
          :about="`what :${name} defaults to`"
          typed
          :begins="value.formula || value.choice.values.join(', ')"
          :offers="() => valueOffers(String(name))"
          @take="takeValue(String(name), $event)" />;
      </template>
      <template v-if="stage.rowLimit"
        >row limit
        <TypedMark
          :text="stage.rowLimit.toLocaleString(LOCALE)"
          :begins="String(stage.rowLimit)"
          data-mark="rows"
          about="row limit"
          @take="keep({ rowLimit: number($event) })" />;
      </template>
      <template v-if="stage.timeoutSeconds"
        >timeout
        <TypedMark
          :text="`${stage.timeoutSeconds} s`"
          :begins="String(stage.timeoutSeconds)"
          data-mark="seconds"
          about="timeout in seconds"
          @take="keep({ timeoutSeconds: number($event) })" />;
      </template>
      <span v-if="stage.description.length === 0" class="soft">no stage values </span>
      <OfferedMark data-mark="more" text="+ …" about="add a setting" :offers="async () => more" @take="take" />
      <button v-if="named" class="as-link soft ms-2" @click="stages.remove(stage.name)">Remove</button>
    </span>
    <span v-else
      >{{ stage.description.join('; ') || 'no stage values' }} <span class="soft">· set by operators</span></span
    >
    <span v-if="last.at" class="soft last">
      {{ last.action }} · {{ last.person ? `${last.person}, ` : '' }}{{ dayOf(last.at) }}
    </span>
  </li>
</template>

<style scoped>
.stage {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  padding: 7px 0;
  border-top: 1px solid var(--rule);
  line-height: 1.8;
}
.name {
  width: 76px;
  flex: none;
}
.stage > span:nth-child(2) {
  flex: 1;
  min-width: 240px;
}
.last {
  flex-basis: 100%;
  padding-left: 88px;
  line-height: 1.5;
}
</style>
