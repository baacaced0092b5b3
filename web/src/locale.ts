/* The language of the viewer's browser, in which the server writes its sentences, too. The page's own could be another. */
export const LOCALE = navigator.language
