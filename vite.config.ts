import vue from '@vitejs/plugin-vue'
import laravel from 'laravel-vite-plugin'
import { defineConfig, type Plugin } from 'vite'
import vuetify from 'vite-plugin-vuetify'

const ofServer = ['core', 'words']

/** What the core says is translated on the server; a catalogue goes to the browser without it. */
const withoutCore: Plugin = {
  name: 'catalogue-without-core',
  enforce: 'pre',
  transform(code, id) {
    if (!/\/resources\/lang\/\w+\.json$/.test(id)) return
    const ofPages = Object.entries(JSON.parse(code) as object).filter(([section]) => !ofServer.includes(section))
    return JSON.stringify(Object.fromEntries(ofPages))
  },
}

export default defineConfig({
  plugins: [
    withoutCore,
    laravel({ input: 'resources/js/app.ts', refresh: false }),
    vue(),
    vuetify({ autoImport: true }),
  ],
  build: { target: 'es2022', chunkSizeWarningLimit: 700 },
})
