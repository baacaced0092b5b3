<script setup lang="ts">
/* Text with options. Typing filters them; unavailable ones show their reason. */
import { computed, nextTick, ref, watch } from 'vue'
import { type Failure, asFailure } from '../api/failure'
import type { SentenceOption } from '../api/types'
import PopoverMenu from '../widgets/PopoverMenu.vue'

const props = defineProps<{
  text: string
  about: string
  /** Whether other text can be typed. */
  typed?: boolean
  /** The initial text of the field. */
  begins?: string
  offers: () => Promise<SentenceOption[]>
}>()
const emit = defineEmits<{ take: [offer: string] }>()

type Offered =
  { status: 'loading' } | { status: 'ready'; offers: SentenceOption[] } | { status: 'failed'; failure: Failure }
const offered = ref<Offered>({ status: 'loading' })
const sought = ref('')
const active = ref(0)
const field = ref<HTMLInputElement>()
const shown = computed(() =>
  offered.value.status === 'ready'
    ? offered.value.offers.filter(offer => offer.label.toLowerCase().includes(narrowing.value.toLowerCase()))
    : [],
)
/* The initial text does not filter. */
const touched = ref(false)
const narrowing = computed(() => (touched.value ? sought.value.trim() : ''))

/* A menu is created on demand: a page has thousands of marks. */
const wanted = ref(false)
const mark = ref<HTMLButtonElement>()
const open = ref(false)
watch(open, now => now || end())
function end(): void {
  wanted.value = false
  /* The focus returns to the mark, unless the user clicked elsewhere. */
  void nextTick(() => document.activeElement === document.body && mark.value?.focus())
}
/* Typing starts at once: no letter waits for the menu to open. */
watch([field, open], ([at, now]) => now && at?.select(), { flush: 'post' })

async function look(): Promise<void> {
  sought.value = props.typed ? (props.begins ?? '') : ''
  touched.value = false
  active.value = 0
  moved.value = false
  offered.value = { status: 'loading' }
  try {
    offered.value = { status: 'ready', offers: await props.offers() }
  } catch (error) {
    offered.value = { status: 'failed', failure: asFailure(error) }
  }
}
/* Where words can be typed, what is typed is there by Enter; what is offered is taken by a click, after
   an arrow, or by typing just its words. */
const moved = ref(false)
const meant = computed(() => shown.value.some(offer => offer.label.toLowerCase() === narrowing.value.toLowerCase()))
const own = computed(() => (props.typed && !moved.value && !meant.value ? narrowing.value : ''))
function keep(): void {
  open.value = false
  emit('take', own.value)
}
function take(offer: SentenceOption | undefined): void {
  if (!offer || offer.reason) return
  open.value = false
  emit('take', offer.id)
}
function keys(event: KeyboardEvent): void {
  const last = shown.value.length - 1
  if (event.key === 'ArrowDown') active.value = own.value ? 0 : Math.min(active.value + 1, last)
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0)
  else if (event.key === 'Enter' && own.value) keep()
  else if (event.key === 'Enter') take(shown.value[active.value])
  else return
  if (event.key !== 'Enter') moved.value = true
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <span v-if="!wanted" class="mark-box"
    ><button
      ref="mark"
      type="button"
      class="marked"
      :class="text.length < 4 && `short short-${text.length}`"
      aria-haspopup="true"
      aria-expanded="false"
      @click="wanted = true">
      {{ text }}<span class="visually-hidden">, {{ about }}: Change</span>
    </button></span
  >
  <PopoverMenu
    v-else
    v-model:open="open"
    wanted
    role="group"
    :toggle-class="`marked ${text.length < 4 ? `short short-${text.length}` : ''}`"
    class="mark-box"
    stays
    @show="look">
    <template #words
      >{{ text }}<span class="visually-hidden">, {{ about }}: Change</span></template
    >
    <div class="menu" @keydown="keys">
      <input
        ref="field"
        v-model="sought"
        type="search"
        class="form-control form-control-sm"
        :placeholder="typed ? `${text}, or type your own` : 'Type to narrow'"
        :aria-label="typed ? 'Type your own' : 'Type to narrow'"
        @input="((active = 0), (moved = false), (touched = true))" />
      <button v-if="own" type="button" class="offer active" @click="keep">
        <span>“{{ own }}”</span><span class="soft small known">as typed</span>
      </button>
      <p v-if="offered.status === 'loading'" class="soft small m-0 p-2" role="status">Looking …</p>
      <p v-else-if="offered.status === 'failed'" class="small m-0 p-2" role="alert">{{ offered.failure.message }}</p>
      <p v-else-if="shown.length === 0 && !own" class="soft small m-0 p-2" role="status">No options match.</p>
      <ul v-else class="offers" aria-label="Options">
        <li v-for="(offer, i) in shown" :key="offer.id">
          <button
            type="button"
            class="offer"
            :class="{ active: i === active && !own }"
            :disabled="!!offer.reason"
            :title="offer.reason"
            @mouseenter="active = i"
            @click="take(offer)">
            <span>{{ offer.label }}</span><span class="soft small known">{{ offer.reason || offer.note }}</span>
          </button>
        </li>
      </ul>
    </div>
  </PopoverMenu>
</template>

<style scoped>
.mark-box {
  display: inline;
}
.mark-box :deep(.btn) {
  --bs-btn-border-width: 0;
  vertical-align: baseline;
  line-height: inherit;
  border-radius: 0;
}
.menu {
  width: max-content;
  min-width: 320px;
  max-width: min(480px, 88vw);
  padding: 4px 8px;
}
.offers {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  max-height: 280px;
  overflow-y: auto;
}
.offer {
  display: flex;
  gap: 10px;
  width: 100%;
  border: 0;
  background: none;
  text-align: left;
  padding: 4px 6px;
  border-radius: 3px;
}
.offer.active {
  background: var(--wash);
}
.offer:disabled {
  color: var(--soft);
}
.offer > :first-child {
  flex: none;
  max-width: 70%;
}
.known {
  margin-left: auto;
  text-align: right;
}
</style>
