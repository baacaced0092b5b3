import { ref } from 'vue'

/** Whom the page looks as; no one else while it is empty. Every request says so, and only an author's is answered like that. */
export const viewAs = ref('')
