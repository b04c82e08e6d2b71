import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [react()],
  // The API's description is not code; one chunk for CanvasKit and one for the rest is enough.
  build: { chunkSizeWarningLimit: 1500, target: 'es2022' },
  server: { proxy: { '/api': 'http://localhost:5280', '/live': { target: 'http://localhost:5280', ws: true } } },
})
