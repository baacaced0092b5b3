import '@fontsource/atkinson-hyperlegible/latin-400.css'
import '@fontsource/atkinson-hyperlegible/latin-700.css'
import '@fontsource/atkinson-hyperlegible/latin-ext-400.css'
import '@fontsource/atkinson-hyperlegible/latin-ext-700.css'
import '@fontsource/jetbrains-mono/latin-400.css'
import '@fontsource/jetbrains-mono/latin-600.css'
import 'bootstrap/dist/css/bootstrap.min.css'
import 'bootstrap-vue-next/dist/bootstrap-vue-next.css'
import './style/tokens.css'
import './style/base.css'
import { createBootstrap } from 'bootstrap-vue-next/plugins/createBootstrap'
import { createApp } from 'vue'
import App from './App.vue'
import { keepFocus } from './focus'
import { router } from './router'

createApp(App).use(createBootstrap()).use(router).mount('#app')
keepFocus(document)
