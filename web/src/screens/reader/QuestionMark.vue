<script setup lang="ts">
/* Text of the question: plain, or a mark that opens its control in place. */
import PopoverMenu from '../../widgets/PopoverMenu.vue'

defineProps<{
  /** The text; if empty, the name of what it would describe. */
  text?: string
  /** The parameter to choose; undefined for plain text. */
  name?: string
  label: string
  /** Why it cannot be changed. */
  fixed?: string
  wrong?: boolean
  /** For parameters that the question omits. */
  quiet?: boolean
}>()
</script>

<template>
  <b v-if="fixed" class="fixed" :title="fixed">{{ text }}</b>
  <template v-else-if="name"
    ><PopoverMenu
      role="group"
      class="mark-box"
      stays
      :toggle-class="quiet ? 'quiet' : 'mark'"
      :data-mark="name"
      :class="{ wrong }">
      <template #words
        >{{ text ?? label }}<span v-if="text !== undefined" class="visually-hidden">, {{ label }}</span
        >{{ ' ' }}<span class="caret" :class="{ small: quiet }" aria-hidden="true">▾</span></template
      >
      <div class="px-3 py-2 menu">
        <h2 class="pb-1">{{ label }}</h2>
        <slot />
      </div> </PopoverMenu
    ><template v-if="quiet">{{ ' ' }}</template></template
  ><template v-else>{{ text }}</template>
</template>

<style scoped>
.mark-box {
  display: inline;
}
.menu {
  width: 280px;
  font-size: 13.5px;
  line-height: 1.45;
}
.fixed {
  border-bottom: 2px solid var(--line);
}
:deep(.quiet) {
  font-size: inherit;
  padding: 0 2px;
  color: var(--sea);
  text-decoration: none;
  vertical-align: baseline;
  border: 0;
}
:deep(.mark) {
  font-size: inherit;
  font-weight: 700;
  line-height: 1.3;
  padding: 0 3px;
  color: var(--ink);
  text-decoration: none;
  vertical-align: baseline;
  border: 0;
  border-bottom: 2px solid var(--sea);
  border-radius: 3px 3px 0 0;
  background: var(--wash);
  white-space: normal;
  text-align: left;
}
:deep(.mark:hover) {
  background: var(--wash-deep);
}
.wrong :deep(.mark) {
  border-color: var(--buoy);
  background: var(--buoy-wash);
}
.caret {
  font-size: 14px;
  color: var(--sea);
}
.caret.small {
  font-size: 10px;
}
</style>
