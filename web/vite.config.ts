import react from '@vitejs/plugin-react'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [react()],
  // measure.html is for ./hang bench alone.
  build: { rollupOptions: { input: ['index.html', 'measure.html'] }, chunkSizeWarningLimit: 1500, target: 'es2022' },
  // What files of tests import is loaded once for all of them, since loading took three times as long as testing; a file that puts something else in
  // the place of a module is alone.
  test: {
    projects: [
      { extends: true, test: { name: 'together', isolate: false, exclude: ['**/*.alone.test.ts', '**/node_modules/**'] } },
      { extends: true, test: { name: 'alone', include: ['src/**/*.alone.test.ts'] } },
    ],
  },
  server: { proxy: { '/api': 'http://localhost:5280', '/live': { target: 'http://localhost:5280', ws: true } } },
})
