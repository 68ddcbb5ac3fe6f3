import '@fontsource-variable/atkinson-hyperlegible-next'
import './style.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from '@/App.vue'
import { loadAnewWhenOld } from '@/frame/pageAnew'
import { keepPresses } from '@/frame/steadyPress'
import { router } from '@/router'

// Where the browser allows it (this machine, or a trusted certificate) the shell is kept, so that it opens without the server.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  addEventListener('load', () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined))
keepPresses(document)
loadAnewWhenOld(router)
createApp(App).use(createPinia()).use(router).mount('#app')
