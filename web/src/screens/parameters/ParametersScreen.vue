<script setup lang="ts">
/* Every parameter of the project as a sentence, with the control that viewers get next to it. */
import { BFormInput, BFormSelect } from 'bootstrap-vue-next'
import { computed, nextTick, onMounted, provide, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { choosingKey } from '../../composables/useChoosing'
import { useParameters } from '../../parameters/useParameters'
import ParameterRow from './ParameterRow.vue'
import { arranged, matches, moved, ORDERS, rowsOf, type Order } from './arranged'

const parameters = useParameters()
const search = ref('')
const order = ref<Order>('viewers')
const route = useRoute()
/* Search results are expanded. */
const opened = computed(() => (typeof route.query.open === 'string' ? route.query.open : ''))
const typed = ref('')

const all = computed(() => parameters.uses.value)
provide(choosingKey, {
  choices: computed(() => Object.fromEntries(all.value.map(use => [use.definition.name, use.definition.trial]))),
  needs: computed(() => Object.fromEntries(all.value.map(use => [use.definition.name, use.dependencies]))),
  reportId: '',
  signed: computed(() => ''),
  trial: true,
})

const COLORS = 8
const colors = computed(() =>
  Object.fromEntries(all.value.map((use, i) => [use.definition.name, `var(--mark-${(i % COLORS) + 1})`])),
)
const groups = computed(() => {
  const found = rowsOf(all.value).filter(row => matches(row, search.value))
  return arranged(found, order.value)
})
const shown = computed(() => groups.value.flatMap(group => group.rows).length)
const keyOf = (name: string): string => `${name} ${opened.value === name}`

async function add(): Promise<void> {
  const name = /[\p{L}\p{N}_]+/u.exec(typed.value)?.[0]
  if (!name || !(await parameters.addTyped(typed.value))) return
  typed.value = ''
  await scrollTo(name)
}
function move(name: string, steps: number): void {
  void parameters.order(moved(all.value, name, steps))
}
async function scrollTo(name: string): Promise<void> {
  await nextTick()
  document.querySelector(`[data-parameter="${CSS.escape(name)}"]`)?.scrollIntoView({ block: 'center' })
}
onMounted(async () => {
  await parameters.reload()
  await scrollTo(opened.value)
})
watch(opened, scrollTo)
</script>

<template>
  <main class="page wide">
    <div class="row-line pb-1">
      <h1>Parameters</h1>
      <span class="soft">{{ all.length }} in this project</span><span class="grow"></span>
      <BFormSelect v-model="order" class="w-auto" :options="[...ORDERS]" aria-label="Order" />
      <BFormInput
        v-model="search"
        type="search"
        class="w-auto"
        placeholder="Search names and lists"
        aria-label="Search parameters" />
    </div>
    <form class="new row-line gap-2" @submit.prevent="add">
      <BFormInput
        v-model="typed"
        class="mono grow"
        placeholder="a new one: island is text, many values from ports.island, when blank: no filter"
        aria-label="A new parameter, by its name or in a sentence" /><button class="as-link" :disabled="!typed.trim()">
        + Parameter
      </button>
    </form>
    <div v-if="typed && parameters.failures['']" class="note bad mb-2" role="alert">
      {{ parameters.failures['']?.message }} {{ parameters.failures['']?.advice }}
    </div>
    <template v-for="group in groups" :key="group.heading">
      <h2 v-if="group.heading" class="soft small heading">{{ group.heading }}</h2>
      <div class="rows">
        <ParameterRow
          v-for="row in group.rows"
          :key="keyOf(row.first.definition.name)"
          :row="row"
          :parameters="parameters"
          :colors="colors"
          :opened="opened"
          @move="move(row.first.definition.name, $event)" />
      </div>
    </template>
    <p v-if="shown === 0" class="soft pt-3">
      {{ search ? 'No matching parameters.' : 'No parameters yet. Name one above, or write :name in a query.' }}
    </p>
    <p class="soft small foot">
      The control on the right is what viewers get; try it here. Tab moves between words, Enter opens, typing filters,
      Esc cancels; Alt ↑ ↓ moves a parameter.
    </p>
  </main>
</template>

<style scoped>
.wide {
  max-width: none;
}
.new {
  padding-bottom: 8px;
}
.heading {
  font-weight: 400;
  padding: 8px 0 2px;
  margin: 0;
}
.rows + .rows {
  margin-top: 8px;
}
.foot {
  border-top: 1px solid var(--line);
  margin-top: 18px;
  padding-top: 8px;
}
</style>
