import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/fraunces'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'
import App from './App.vue'
import { Scorebook } from './design/preset'
import './design/tokens.css'
import { router } from './router'

createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, { theme: { preset: Scorebook, options: { darkModeSelector: '[data-theme=hall]' } } })
  .mount('#app')

// Browsers allow this only where nobody can listen in: by HTTPS, or on the machine itself.
if ('serviceWorker' in navigator) {
  const { serviceWorker } = navigator
  void serviceWorker.register('/offline.js').catch(() => undefined)
  // What came before it took over, on the first visit, it has not seen.
  serviceWorker.addEventListener('controllerchange', () => {
    const parts = performance.getEntriesByType('resource').map(({ name }) => name)
    serviceWorker.controller?.postMessage(['/', ...parts.filter((name) => name.includes('/assets/'))])
  })
}
