import vue from '@vitejs/plugin-vue'
import { type Plugin, defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'
import vuetify from 'vite-plugin-vuetify'

/**
 * Vuetify puts a progress bar into every field, moving or not, and each measures the page when it comes: a page with fields was laid out twice. It comes
 * when there is something to wait for.
 */
let progressFound = false
const gone = 'The progress bar of fields is no longer where it was; see web/vite.config.ts.'
const progressWhenLoading: Plugin = {
  name: 'progress-when-loading',
  apply: 'build',
  transform(code, id) {
    if (!/vuetify[\\/]lib[\\/]composables[\\/]loader\.js/.test(id)) return null
    const always = '|| _createVNode(VProgressLinear'
    if (!code.includes(always)) this.error(gone)
    progressFound = true
    return { code: code.replace(always, '|| props.active && _createVNode(VProgressLinear'), map: null }
  },
  // The whole file may have moved as well.
  buildEnd(error) {
    if (!error && !progressFound) this.error(gone)
  },
}

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    // Spaces between inline elements count, as in plain HTML.
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    vuetify({ autoImport: true }),
    progressWhenLoading,
    // The application opens without a network: everything that was built lies on the device; what the server says does not.
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: null,
      workbox: {
        globPatterns: ['**/*.{js,css,html,woff2,svg,png}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/healthz/, /^\/readyz/],
        maximumFileSizeToCacheInBytes: 4_000_000,
        cleanupOutdatedCaches: true,
      },
      manifest: {
        name: 'Sleetfall',
        short_name: 'Sleetfall',
        description: 'Pro shop bench, arsenal and reaction trials',
        display: 'standalone',
        start_url: '/',
        background_color: '#e9eef1',
        theme_color: '#33434d',
        icons: [{ src: '/favicon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
    }),
  ],
  define: {
    ...{ __VUE_OPTIONS_API__: true, __VUE_PROD_DEVTOOLS__: false },
    ...{ __VUE_I18N_FULL_INSTALL__: false, __VUE_I18N_LEGACY_API__: false, __INTLIFY_PROD_DEVTOOLS__: false },
  },
  resolve: {
    alias: [
      // One Vue for all: a package of the older kind of module would bring a second one, with its compiler.
      { find: /^vue$/, replacement: 'vue/dist/vue.runtime.esm-bundler.js' },
    ],
  },
  build: {
    ...{ outDir: 'dist', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 900 },
    rolldownOptions: {
      output: {
        // A first visit asks for few files: what every screen stands on in one, what most of them use in another.
        codeSplitting: {
          groups: [
            {
              name: 'ground',
              test: /node_modules[\\/](vue|@vue|vue-router|pinia|vue-i18n|@intlify|@vueuse|yup|idb|uuid|date-fns)[\\/]/,
              priority: 30,
            },
            { name: 'controls', test: /node_modules[\\/](vuetify|@vuetify)[\\/]/, priority: 20, minShareCount: 3 },
            {
              name: 'shop',
              test: /[\\/](web[\\/](controls|http|shell|theme|surface)|core[\\/](units|ball|surface))[\\/]/,
              priority: 10,
              minShareCount: 8,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
})
