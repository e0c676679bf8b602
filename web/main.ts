import '@fontsource/atkinson-hyperlegible/latin-400.css'
import '@fontsource/atkinson-hyperlegible/latin-700.css'
import '@fontsource/atkinson-hyperlegible/latin-ext-400.css'
import '@fontsource/barlow-condensed/latin-500.css'
import '@fontsource/barlow-condensed/latin-600.css'
import './theme/reset.css'
import 'vuetify/styles/core'
import './theme/tokens.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { i18n } from './i18n.ts'
import { deviceLanguage, speak } from './language.ts'
import { watchForNewerVersion } from './shell/newerVersion.ts'
import { router } from './router.ts'
import { vuetify } from './theme/vuetify.ts'

watchForNewerVersion()
// Only where the page is served over TLS or from this machine: browsers keep nothing for other addresses.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  void navigator.serviceWorker.register('/sw.js').catch(() => null)
/** What comes next, in a task of its own: what somebody does meanwhile is answered between two. */
const turn = () => new Promise<void>((then) => setTimeout(then))
async function begin(): Promise<void> {
  await turn()
  const app = createApp(App).use(createPinia()).use(i18n)
  // The view that the address names is fetched from here on.
  app.use(router)
  await turn()
  app.use(vuetify)
  await speak(deviceLanguage())
  await turn()
  app.mount('#app')
}
void begin()
