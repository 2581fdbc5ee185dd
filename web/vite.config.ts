import { fileURLToPath, URL } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

const SERVER = 'http://127.0.0.1:8017'

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
  // The application takes changes only from its own origin.
  server: { proxy: { '/api': { target: SERVER, changeOrigin: true, headers: { origin: SERVER } } } },
  test: { environment: 'happy-dom', server: { deps: { inline: ['element-plus'] } } }
})
