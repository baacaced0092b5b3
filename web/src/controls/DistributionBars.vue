<script setup lang="ts">
/* How the numbers of the column behind a range are spread; the chosen part is dark. A bar picks its stretch. */
import { computed, inject } from 'vue'
import { project } from '../api/client'
import type { Parameter } from '../api/types'
import { choosingKey } from '../composables/useChoosing'
import { useLoaded } from '../composables/useLoaded'
import { numberInWords, rowsInWords } from '../formats'

const props = defineProps<{ parameter: Parameter; low: string; high: string }>()
const emit = defineEmits<{ choose: [low: string, high: string] }>()

const HEIGHT = 34
const report = inject(choosingKey, undefined)?.reportId ?? ''
const { state } = useLoaded(signal =>
  project.post('/parameters/{name}/distribution', {
    params: { path: { name: props.parameter.name } },
    body: { reportId: report },
    signal,
  }),
)
const spread = computed(() => (state.value.status === 'ready' ? state.value.data : undefined))

const bars = computed(() => {
  const { minimum: least, maximum: most, counts } = spread.value ?? { minimum: 0, maximum: 0, counts: [] }
  const width = (most - least) / counts.length
  const tallest = Math.max(...counts, 1)
  return counts.map((count, i) => {
    const from = least + i * width
    const to = from + width
    const inside = (!props.low || to > Number(props.low)) && (!props.high || from <= Number(props.high))
    const height = count === 0 ? 0 : Math.max(2, Math.round((Math.sqrt(count) / Math.sqrt(tallest)) * HEIGHT))
    return { i, from, to, count, inside, height }
  })
})
const rounded = (value: number): string =>
  props.parameter.type === 'integer' ? String(Math.round(value)) : String(Math.round(value * 100) / 100)
</script>

<template>
  <div v-if="bars.length" class="spread" aria-hidden="true">
    <div class="bars">
      <i
        v-for="bar in bars"
        :key="bar.i"
        :class="{ inside: bar.inside }"
        :title="`${rounded(bar.from)} to ${rounded(bar.to)}: ${rowsInWords(bar.count)}`"
        @click="emit('choose', rounded(bar.from), rounded(bar.to))"
        ><b :style="{ height: `${bar.height}px` }"></b
      ></i>
    </div>
    <div class="d-flex small soft">
      <span>{{ numberInWords(spread?.minimum ?? 0) }}</span><span class="ms-auto">{{
        numberInWords(spread?.maximum ?? 0)
      }}</span>
    </div>
  </div>
</template>

<style scoped>
.bars {
  display: flex;
  height: 34px;
  gap: 1px;
  border-bottom: 1px solid var(--stone);
}
i {
  flex: 1;
  display: flex;
  align-items: flex-end;
  cursor: pointer;
}
i b {
  width: 100%;
  forced-color-adjust: none;
  background: var(--sea-light);
}
i.inside b {
  background: var(--sea);
}
i:hover b {
  background: var(--sea-deep);
}
</style>
