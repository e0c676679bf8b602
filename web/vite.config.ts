import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    // Spaces between inline elements count, as in plain HTML.
    vue({ template: { compilerOptions: { whitespace: 'preserve' } } }),
    vuetify({ autoImport: true }),
  ],
  define: { __VUE_OPTIONS_API__: true, __VUE_I18N_FULL_INSTALL__: false, __VUE_I18N_LEGACY_API__: false },
  build: { outDir: 'dist', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
})
