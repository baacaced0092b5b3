import { ref } from 'vue'

/** The stage of the page; empty for that of viewers. Sent with every request, effective for authors only. */
export const stage = ref('')
