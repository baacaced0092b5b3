<script setup lang="ts">
import { computed, ref } from 'vue'
import { get } from '../../api/client'
import type { Source, SourceHealth, Table } from '../../api/types'
import { useLoaded } from '../../composables/useLoaded'

const props = defineProps<{ source: Source }>()
const path = `/api/sources/${encodeURIComponent(props.source.id)}`
const { state: health, reload: ask } = useLoaded(signal => get<SourceHealth>(`${path}/health`, signal))
const { state: tables, reload: list } = useLoaded(signal => get<Table[]>(`${path}/tables`, signal))
const open = ref('')
const found = computed(() => (tables.value.status === 'ready' ? tables.value.data : []))

function again(): void {
  void ask()
  void list()
}
</script>

<template>
  <section class="card-box mb-3">
    <div class="row-line"><h2 class="fs-6">{{ source.id }}</h2><span class="pill">{{ source.kind }}</span><span class="soft">{{ source.address }}</span></div>
    <p v-if="health.status === 'loading'" class="soft my-1">Asking it …</p>
    <p v-else-if="health.status === 'ready' && health.data.answers" class="my-1"><span class="ok" aria-hidden="true">●</span> {{ health.data.message }} answers, {{ health.data.millis }} ms</p>
    <div v-else class="note bad my-1">
      {{ health.status === 'ready' ? health.data.message : health.failure.message }} <button class="as-link" @click="again">Ask again</button>
    </div>
    <div class="tables">
      <div v-for="table in found" :key="`${table.schema}.${table.name}`">
        <button class="as-link" :aria-expanded="open === table.name" @click="open = open === table.name ? '' : table.name">{{ table.name }}</button>
        <span class="soft ms-1">{{ table.columns.length }} columns</span>
        <ul v-if="open === table.name" class="columns"><li v-for="column in table.columns" :key="column.name"><span class="mono">{{ column.name }}</span> <span class="soft">{{ column.type.toLowerCase() }}</span></li></ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.ok { color: #1c7c54; }
.tables { display: grid; grid-template-columns: repeat(auto-fill, minmax(230px, 1fr)); gap: 4px 20px; align-items: start; }
.columns { list-style: none; margin: 2px 0 6px; padding-left: 12px; border-left: 2px solid var(--rule); }
</style>
