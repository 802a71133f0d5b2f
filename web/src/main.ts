import '@fontsource-variable/source-sans-3/index.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-400.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-700.css'
import './styles/tokens.css'
import './styles/base.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { cards } from './parts/cards'
import { router } from './router'

const app = createApp(App)
app.config.errorHandler = (error) => {
  console.error(error)
  window.dispatchEvent(new CustomEvent('voucher:bug'))
}
app.use(createPinia()).use(router).directive('cards', cards)
// A task of its own, so that a slow phone answers a touch between reading the scripts and drawing
// the page.
setTimeout(() => app.mount('#app'))
