import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './app/App.vue'
import { router } from './app/router'
import { vuetify } from './app/vuetify'
import './app/style.css'

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app')
