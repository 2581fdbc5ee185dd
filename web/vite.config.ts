import { fileURLToPath, URL } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

const SERVER = 'http://127.0.0.1:8017'

/**
 * Few files rather than forty small ones, since a browser asks for six at once. What one view alone needs stays with
 * it, and what draws is not loaded where nothing is drawn.
 */
const CHUNKS = [
  { name: 'first', test: /\/src\/(api\/http|model\/(early-asset|geometry))\.ts/ },
  { name: 'three', test: /\/node_modules\/three/ },
  { name: 'elements', test: /\/node_modules\// },
  { name: 'parts', test: /\/src\/(api|model|stores|components\/(?!(use-overlays|use-map-camera|sheet-paper|map-view|map-on-model|stage-view)\.))/ },
  { name: 'stage', test: /\/src\/(stage|components)\// }
].map((chunk, i, all) => ({ ...chunk, priority: all.length - i }))

export default defineConfig({
  plugins: [vue()],
  // The guide shows the pictures of the docs, which are taken from the running application.
  resolve: {
    alias: {
      '@pictures': fileURLToPath(new URL('../docs/screenshots', import.meta.url)),
      '@': fileURLToPath(new URL('./src', import.meta.url))
    }
  },
  build: {
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      output: {
        codeSplitting: { groups: CHUNKS }
      }
    }
  },
  // The application takes changes only from its own origin.
  server: { proxy: { '/api': { target: SERVER, changeOrigin: true, headers: { origin: SERVER } } } },
  test: { environment: 'happy-dom', isolate: false, setupFiles: 'test-setup.ts', server: { deps: { inline: ['element-plus'] } } }
})
