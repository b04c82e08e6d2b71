import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [react()],
  // measure.html is for ./hang bench alone.
  build: { rollupOptions: { input: ['index.html', 'measure.html'] }, chunkSizeWarningLimit: 1500, target: 'es2022' },
  // What files of tests import is loaded once for all of them: loading took three times as long as testing.
  test: { isolate: false },
  server: { proxy: { '/api': 'http://localhost:5280', '/live': { target: 'http://localhost:5280', ws: true } } },
})
