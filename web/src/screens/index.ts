import { createBootstrap } from 'bootstrap-vue-next/plugins/createBootstrap'
import { createApp } from 'vue'
import App from '../App.vue'
import { router } from '../router'

/** Shows the screens of the project that the address names. */
export const show = (): unknown => createApp(App).use(createBootstrap()).use(router).mount('#app')
