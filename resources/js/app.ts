import { VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import App from './app/App.vue'
import { queries } from './app/queries'
import { router } from './app/router'
import { vuetify } from './app/vuetify'
import './app/style.css'

createApp(App).use(VueQueryPlugin, queries).use(router).use(vuetify).mount('#app')
