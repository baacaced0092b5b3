import { ref } from 'vue'

/** In the address of a report: the number of the revision that it is looked at as of. No parameter can have this name. */
export const AS_OF = 'as-of'

/** The revision that the page looks at; what viewers have now while it is empty. Every request says so, for authors alone. */
export const asOf = ref('')
