import { ref } from 'vue'

/** Whom the page looks as; nobody else while it is empty. Every request says so, and only an author's is answered like that. */
export const lookAs = ref('')
