import { ref } from 'vue'

/** In the address of a report: whom it is looked at as, `group:id` or `person:name`. No parameter can have this name. */
export const LOOK_AS = 'look-as'

/** Whom the page looks as; nobody else while it is empty. Every request says so, and only an author's is answered like that. */
export const lookAs = ref('')
