<script setup lang="ts">
/* A proposal with its reason and a preview, which is loaded when it becomes visible. */
import { onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import type { ViewProposal } from '../../api/types'
import { partFor } from '../../views/viewComponents'
import type { ViewRunContext } from '../../views/useViewRun'

const props = defineProps<{ proposal: ViewProposal; asked: ViewRunContext }>()
const emit = defineEmits<{ take: [] }>()

const card = useTemplateRef<HTMLElement>('card')
const seen = ref(false)
let watching: IntersectionObserver | undefined
onMounted(() => {
  watching = new IntersectionObserver(entries => {
    if (entries.some(entry => entry.isIntersecting)) {
      seen.value = true
      watching?.disconnect()
    }
  })
  if (card.value) watching.observe(card.value)
})
onBeforeUnmount(() => watching?.disconnect())
const small = props.proposal.view.kind !== 'text'
const view = { ...props.proposal.view, layout: { ...props.proposal.view.layout, first: 4 }, title: '' }
</script>

<template>
  <div ref="card" class="card-box proposal">
    <button type="button" class="take" :data-proposal="proposal.id" @click="emit('take')">
      <span>{{ proposal.label }}</span>
      <span class="soft small">{{ proposal.reason }}</span>
    </button>
    <div v-if="small" class="small-view" aria-hidden="true" inert>
      <component
        :is="partFor(view)"
        v-if="seen"
        :view="view"
        :asked="asked"
        v-bind="view.kind === 'table' ? { total: undefined, downloading: false } : {}" />
    </div>
  </div>
</template>

<style scoped>
.proposal {
  position: relative;
  padding: 7px 10px;
}
.proposal:hover {
  border-color: var(--sea);
}
.take {
  display: flex;
  flex-direction: column;
  gap: 2px;
  text-align: left;
  border: 0;
  background: none;
  padding: 0;
}
/* The whole card is the button. */
.take::after {
  content: '';
  position: absolute;
  inset: 0;
}
/* A picture of the view, half its size. */
.small-view {
  display: block;
  position: relative;
  height: 110px;
  margin-top: 6px;
  overflow: hidden;
}
.small-view > * {
  position: absolute;
  inset: 0 auto auto 0;
  width: 200%;
  transform: scale(0.5);
  transform-origin: 0 0;
  border: 0;
  padding: 0;
}
</style>
