import { ref } from 'vue'

/** In the address of a screen: the stage that it is seen in. No parameter can have this name. */
export const IN_STAGE = 'in-stage'

/** The stage that the page asks in; that of viewers while it is empty. Every request says so, for authors alone. */
export const stage = ref('')
