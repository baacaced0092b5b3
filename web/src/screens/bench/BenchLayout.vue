<script setup lang="ts">
/* The layout of the bench: choices, query and statement side by side; rows and evidence below. Sizes are remembered. */
import PaneDivider from '../../widgets/PaneDivider.vue'
import { DEFAULT_SIZES, maximumSize, MINIMUM_SIZES, usePaneSizes } from './usePaneSizes'

const sizes = usePaneSizes()
</script>

<template>
  <main class="bench">
    <slot name="head"></slot>
    <div
      class="sheet"
      :style="{
        '--choices': `${sizes.choices}px`,
        '--sent': `${sizes.sent}px`,
        '--rows': `${sizes.rows}px`,
        '--evidence': `${sizes.evidence}px`,
      }">
      <div class="panes upper">
        <slot name="choices"></slot>
        <PaneDivider
          v-model="sizes.choices"
          label="Choices"
          orientation="vertical"
          :min="MINIMUM_SIZES.choices"
          :max="maximumSize('choices')"
          :default-size="DEFAULT_SIZES.choices" />
        <slot name="query"></slot>
        <PaneDivider
          v-model="sizes.sent"
          after
          label="Sent"
          orientation="vertical"
          :min="MINIMUM_SIZES.sent"
          :max="maximumSize('sent')"
          :default-size="DEFAULT_SIZES.sent" />
        <slot name="sent"></slot>
      </div>
      <PaneDivider
        v-model="sizes.rows"
        after
        label="Rows"
        orientation="horizontal"
        :min="MINIMUM_SIZES.rows"
        :max="maximumSize('rows')"
        :default-size="DEFAULT_SIZES.rows" />
      <div class="panes lower">
        <slot name="rows"></slot>
        <PaneDivider
          v-model="sizes.evidence"
          after
          label="Where each choice ran"
          orientation="vertical"
          :min="MINIMUM_SIZES.evidence"
          :max="maximumSize('evidence')"
          :default-size="DEFAULT_SIZES.evidence" />
        <slot name="evidence"></slot>
      </div>
    </div>
  </main>
</template>

<style scoped>
.bench {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.sheet {
  flex: 1;
  min-height: 480px;
  display: grid;
  grid-template-rows: minmax(160px, 1fr) auto minmax(0, var(--rows));
  margin: 0 18px 14px;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--card);
  overflow: hidden;
}
.panes {
  display: grid;
  min-height: 0;
}
.upper {
  grid-template-columns: min(var(--choices), 35vw) auto minmax(160px, 1fr) auto minmax(160px, var(--sent));
}
.lower {
  grid-template-columns: minmax(160px, 1fr) auto minmax(160px, var(--evidence));
  background: var(--sheet);
}
.panes :deep(.pane) {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.panes :deep(.head .as-link) {
  margin-block: -4px;
  max-width: 60%;
  flex: none;
}
.panes :deep(.head > .soft) {
  min-width: 0;
}
.panes :deep(.head .as-link),
.panes :deep(.head > .soft) {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.panes :deep(.head) {
  display: flex;
  align-items: baseline;
  gap: 8px;
  padding: 8px 12px;
  min-height: 41px;
  border-bottom: 1px solid var(--line);
  background: var(--head);
  flex: none;
}
.panes :deep(.body) {
  overflow-y: auto;
  min-height: 0;
  flex: 1;
}
/* On a small page, as at 200 %: one below the other, the query first. */
@media (max-width: 1000px) {
  .bench {
    overflow-y: auto;
  }
  .sheet {
    flex: none;
    display: block;
    overflow: visible;
  }
  .panes {
    display: flex;
    flex-direction: column;
  }
  .panes :deep(.pane) {
    border-bottom: 1px solid var(--line);
  }
  .panes :deep(.pane[aria-label='Query']) {
    order: -1;
    min-height: 300px;
    max-height: 90vh;
  }
  .panes :deep(.pane[aria-label='Rows']),
  .panes :deep(.pane[aria-label='Sent']) {
    min-height: 240px;
    max-height: 90vh;
  }
}
</style>
