import { ref } from 'vue'

/** The impersonated viewer of the page; empty for none. Sent with every request, effective for authors only. */
export const viewAs = ref('')
