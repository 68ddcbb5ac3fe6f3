import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import vue from '@vitejs/plugin-vue'
import type { Plugin } from 'vite'
import { defineConfig } from 'vitest/config'

const LARGE_BYTES = 400_000 // the borders of the world: a map asks for them itself
/** Each built file beside itself as small as it gets: the server gives the one that the browser takes. And the list of those that the service worker keeps. */
const compressed = (): Plugin => ({
  name: 'compressed',
  apply: 'build',
  writeBundle: ({ dir }) => {
    const names = readdirSync(dir!, { recursive: true, encoding: 'utf8' })
    const kept = names.filter(
      (name) => /^assets.*\.(js|css|woff2)$/.test(name) && readFileSync(`${dir}/${name}`).length < LARGE_BYTES,
    )
    writeFileSync(`${dir}/shell.json`, JSON.stringify(kept.map((name) => `/${name}`)))
    for (const name of names) {
      if (!/\.(js|css|svg)$/.test(name)) continue
      const whole = readFileSync(`${dir}/${name}`)
      writeFileSync(`${dir}/${name}.br`, brotliCompressSync(whole))
      writeFileSync(`${dir}/${name}.gz`, gzipSync(whole, { level: 9 }))
    }
  },
})

export default defineConfig({
  // As in HTML, and as prettier takes it: a line's end between two elements is a blank.
  plugins: [vue({ template: { compilerOptions: { whitespace: 'preserve' } } }), compressed()],
  resolve: {
    alias: {
      '@': fileURLToPath(new URL('./src', import.meta.url)),
      '@design': fileURLToPath(new URL('../src/rindle_server', import.meta.url)),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8765' }, fs: { allow: ['..'] } },
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  test: { environment: 'happy-dom', isolate: false, testTimeout: 90_000, setupFiles: 'src/testing/alone.ts' },
})
