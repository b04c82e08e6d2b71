import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [react()],
  // measure.html is for ./hang bench alone.
  build: { rollupOptions: { input: ['index.html', 'measure.html'] }, chunkSizeWarningLimit: 1500, target: 'es2022' },
  server: { proxy: { '/api': 'http://localhost:5280', '/live': { target: 'http://localhost:5280', ws: true } } },
})
