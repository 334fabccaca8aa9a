import tailwindcss from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';

/** The page's own code is asked for with the page, although `early.ts` only imports it once the workers are started. */
const preloadMain: Plugin = {
  name: 'preload-main',
  transformIndexHtml(_html, { bundle }) {
    const main = Object.values(bundle ?? {}).find((file) => file.type === 'chunk' && file.name === 'main');
    if (!main) return [];
    return [{ tag: 'link', attrs: { rel: 'modulepreload', href: `/${main.fileName}` }, injectTo: 'head' }];
  },
};

export default defineConfig({
  root: import.meta.dirname,
  plugins: [tailwindcss(), preloadMain],
  esbuild: { jsx: 'automatic' },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200, assetsInlineLimit: 0, reportCompressedSize: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
