<script setup lang="ts">
import { BButton, BFormInput, BFormSelect } from 'bootstrap-vue-next'
import { computed, reactive, ref, watch } from 'vue'
import { asFailure, post, type Failure } from '../../api/client'
import FailureNote from '../../widgets/FailureNote.vue'

const emit = defineEmits<{ added: [] }>()
const empty = { id: '', kind: 'postgresql', host: 'localhost', port: 5432, database: '', user: '', password: '' }
const fields = reactive({ ...empty })
const open = ref(false)
const failed = ref<Failure>()
const onServer = computed(() => fields.kind === 'postgresql' || fields.kind === 'mariadb')
const kinds = [
  { value: 'postgresql', text: 'PostgreSQL' }, { value: 'mariadb', text: 'MariaDB or MySQL' },
  { value: 'duckdb', text: 'DuckDB file' }, { value: 'sqlite', text: 'SQLite file' },
]
const PORTS: Record<string, number> = { postgresql: 5432, mariadb: 3306 }
watch(() => fields.kind, (now, before) => {
  if (Number(fields.port) === (PORTS[before] ?? 0)) fields.port = PORTS[now] ?? fields.port
})

async function add(): Promise<void> {
  try {
    failed.value = undefined
    await post('/sources', onServer.value ? { ...fields, port: Number(fields.port) } : { ...fields, host: '', port: 0, user: '', password: '' })
    Object.assign(fields, empty)
    open.value = false
    emit('added')
  } catch (error) {
    failed.value = asFailure(error)
  }
}
</script>

<template>
  <button v-if="!open" class="as-link" @click="open = true">+ Source</button>
  <form v-else class="card-box grid" @submit.prevent="add">
    <label>Name <BFormInput v-model="fields.id" placeholder="harbour" required /></label>
    <label>Kind <BFormSelect v-model="fields.kind" :options="kinds" /></label>
    <label v-if="onServer">Host <BFormInput v-model="fields.host" required /></label>
    <label v-if="onServer">Port <BFormInput v-model="fields.port" inputmode="numeric" required /></label>
    <label>{{ onServer ? 'Database' : 'Path of the file' }} <BFormInput v-model="fields.database" required /></label>
    <label v-if="onServer">User <BFormInput v-model="fields.user" autocomplete="off" required /></label>
    <label v-if="onServer">Password <BFormInput v-model="fields.password" type="password" autocomplete="new-password" /></label>
    <div class="wide soft">Connections are read-only. The password is kept encrypted and never sent back. Best give a user that may only read.</div>
    <FailureNote v-if="failed" :failure="failed" class="wide" />
    <div class="wide row-line"><BButton type="submit" variant="primary">Add source</BButton><button type="button" class="as-link" @click="open = false">Cancel</button></div>
  </form>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: repeat(auto-fill, minmax(220px, 1fr)); gap: 10px 16px; max-width: 860px; }
.wide { grid-column: 1 / -1; }
</style>
