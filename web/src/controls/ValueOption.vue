<script setup lang="ts">
/* One value of a list: its selection, label and count. */
import { countInWords, textInWords } from '../formats'
import type { Option } from './useOptions'

defineProps<{ option: Option; many: boolean; on: boolean }>()
</script>

<template>
  <span class="tick" :class="[many ? 'box' : 'dot', { on }]" aria-hidden="true"></span>
  <span class="label" :class="{ unlisted: option.gone, soft: option.label === '' }">{{
    textInWords(option.label)
  }}</span>
  <span v-if="option.gone" class="small">not on the list</span>
  <span v-else-if="option.count >= 0" class="small soft num">{{ countInWords(option.count) }}</span>
</template>

<style scoped>
.label {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  flex: 1;
  min-width: 0;
}
.tick {
  width: 14px;
  height: 14px;
  border: 1px solid var(--box);
  background: var(--field);
  forced-color-adjust: none;
  flex: none;
}
.tick.box {
  border-radius: 3px;
}
.tick.dot {
  border-radius: 50%;
}
.tick.on {
  background: var(--sea);
  border-color: var(--sea);
}
.tick.box.on {
  background-image: url('../style/tick.svg');
}
.tick.dot.on {
  box-shadow: inset 0 0 0 3px var(--field);
}
.label.unlisted {
  text-decoration: line-through;
  color: var(--soft);
}
</style>
