import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  // As in HTML, and as prettier takes it: a line's end between two elements is a blank.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } })],
  resolve: {
    alias: {
      '@': fileURLToPath(new URL('./src', import.meta.url)),
      '@design': fileURLToPath(new URL('../src/rindle_server', import.meta.url)),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8765' }, fs: { allow: ['..'] } },
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  test: { environment: 'happy-dom', testTimeout: 20_000 },
})
