import { VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import { loadLanguage } from './app/i18n'
import { queries } from './app/queries'
import { vuetify } from './app/vuetify'
import './app/style.css'

// What a part of the program says is asked for when it is loaded, so that the catalogue comes first.
await loadLanguage()
const [{ default: App }, { router }] = await Promise.all([import('./app/App.vue'), import('./app/router')])
createApp(App).use(VueQueryPlugin, queries).use(router).use(vuetify).mount('#app')
