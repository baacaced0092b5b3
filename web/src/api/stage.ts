import { ref } from 'vue'

/** The stage that the page asks in; that of viewers while it is empty. Every request says so, for authors alone. */
export const stage = ref('')
