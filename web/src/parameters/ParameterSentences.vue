<script setup lang="ts">
/* Label and sentence of a parameter: side by side, or stacked in a narrow place with the control in between. */
import { computed } from 'vue'
import type { ParameterOverview } from '../api/types'
import ParameterName from './ParameterName.vue'
import ParameterSentence from './ParameterSentence.vue'
import RenamePreview from './RenamePreview.vue'
import { useRename } from './useRename'
import type { UsedParameters } from './useParameters'
import { useSentence } from './useSentence'

const props = defineProps<{ use: ParameterOverview; parameters: UsedParameters; color: string; narrow?: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const open = defineModel<boolean>('open', { default: false })

const name = computed(() => props.use.definition.name)
const saying = useSentence(
  () => name.value,
  props.parameters,
  () => emit('changed'),
)
const { preview, wanted, ask, cancel, confirm } = useRename(name, props.parameters, () => emit('changed'))
async function drop(): Promise<void> {
  if (await props.parameters.drop(name.value)) emit('changed')
}
</script>

<template>
  <div class="one" :class="{ narrow }" :data-said="name">
    <ParameterName :use="use" :color="color" :saying="saying" :inline="narrow" @rename="ask" />
    <slot />
    <div>
      <ParameterSentence
        v-model:open="open"
        :short="narrow"
        :use="use"
        :parameters="parameters"
        :saying="saying"
        @remove="drop" />
      <RenamePreview
        v-if="preview"
        :name="name"
        :wanted="wanted"
        :preview="preview"
        @confirm="confirm"
        @cancel="cancel" />
    </div>
  </div>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: 160px minmax(0, 1fr);
  gap: 18px;
}
.one + .one {
  padding-top: 6px;
}
.narrow {
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
  font-size: 12.5px;
}
@media (max-width: 900px) {
  .one {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
