import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [tailwindcss()],
  esbuild: { jsx: 'automatic' },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200, assetsInlineLimit: 0 },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
