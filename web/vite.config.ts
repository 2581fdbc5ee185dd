import { fileURLToPath, URL } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      output: {
        manualChunks: (id: string) =>
          id.includes('node_modules/three') ? 'three' : id.includes('element-plus') ? 'elements' : undefined
      }
    }
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8017' } },
  test: { environment: 'happy-dom', server: { deps: { inline: ['element-plus'] } } }
})
