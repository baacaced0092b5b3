<script setup lang="ts">
/* One parameter of the table; opened, its form, its uses, and what a new name or its removal would change. */
import { computed } from 'vue'
import type { ParameterUse, QueryCard } from '../../api/types'
import EditNotes from '../../parameters/EditNotes.vue'
import ParameterForm from '../../parameters/ParameterForm.vue'
import RenamePreview from '../../parameters/RenamePreview.vue'
import { useRename } from '../../parameters/useRename'
import type { UsedParameters } from '../../parameters/useParameters'
import UsesList from '../../parameters/UsesList.vue'
import { columns } from './columns'

const props = defineProps<{
  use: ParameterUse
  parameters: UsedParameters
  queries: QueryCard[]
  open: boolean
  movable: boolean
}>()
const emit = defineEmits<{ toggle: []; renamed: [name: string]; move: [steps: number] }>()

const name = computed(() => props.use.definition.name)
const { preview, wanted, ask, cancel, confirm } = useRename(name, props.parameters, to => emit('renamed', to))
</script>

<template>
  <tr :class="{ open }" :data-parameter="name">
    <td
      v-for="column in columns"
      :key="column.name"
      :class="{ mono: column.name === 'Name', bad: column.name === 'Notices' }"
      :title="column.value(use, queries)">
      <button v-if="column.name === 'Name'" class="as-link mono" :aria-expanded="open" @click="emit('toggle')">
        :{{ name }}
      </button>
      <template v-else>{{ column.value(use, queries) }}</template>
    </td>
    <td class="end">
      <template v-if="movable"
        ><button class="as-link icon-button" :aria-label="`Move :${name} up`" @click="emit('move', -1)">↑</button>
        <button class="as-link icon-button" :aria-label="`Move :${name} down`" @click="emit('move', 1)">
          ↓
        </button></template
      >
      <button class="as-link ms-2" @click="emit('toggle')">{{ open ? 'Done' : 'Edit' }}</button>
    </td>
  </tr>
  <tr v-if="open" class="inner">
    <td :colspan="columns.length + 1">
      <div class="sheet">
        <ParameterForm
          class="half"
          :parameter="use.definition"
          :all="parameters.uses.value.map(one => one.definition)"
          :queries="queries"
          :change="parameters.change"
          @rename="ask" />
        <div>
          <EditNotes :name="name" :parameters="parameters" />
          <RenamePreview
            v-if="preview"
            :name="name"
            :wanted="wanted"
            :preview="preview"
            @confirm="confirm"
            @cancel="cancel" />
          <UsesList :use="use" @remove="parameters.drop(name)" />
        </div>
      </div>
    </td>
  </tr>
</template>

<style scoped>
td {
  overflow: hidden;
  text-overflow: ellipsis;
}
.bad {
  color: var(--buoy);
}
.end {
  text-align: right;
  white-space: nowrap;
}
tr.open td {
  background: var(--wash);
}
.inner > td {
  max-width: none;
  white-space: normal;
  padding: 4px 10px 14px;
  background: var(--card);
  overflow: visible;
}
.sheet {
  display: grid;
  grid-template-columns: minmax(320px, 440px) minmax(0, 1fr);
  gap: 32px;
}
</style>
