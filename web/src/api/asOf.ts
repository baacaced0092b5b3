import { ref } from 'vue'

/** The version that the page shows; empty for the current state. Sent with every request, effective for authors only. */
export const asOf = ref('')
