import { ref } from 'vue'

/** The revision that the page looks at; what viewers have now while it is empty. Every request says so, for authors alone. */
export const asOf = ref('')
