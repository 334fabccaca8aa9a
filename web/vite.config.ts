import { readFileSync } from 'node:fs';
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

/**
 * The part of the schema package that describes schemas as JSON Schema: nothing here asks for it, and the page and each of its
 * workers would carry it. `toJSONSchema` stays, and says so when it is called.
 */
const withoutJsonSchema: Plugin = {
  name: 'without-json-schema',
  load(id) {
    if (!id.endsWith('/zod/v4/core/to-json-schema.js')) return null;
    const source = readFileSync(id, 'utf8');
    const declared = [...source.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => name);
    const renamed = [...source.matchAll(/^export \{ \w+ as (\w+) \}/gm)].map(([, name]) => name);
    const absent = "const absent = () => { throw new Error('JSON Schema is left out of this build'); };";
    return [absent, `export { ${[...declared, ...renamed].map((n) => `absent as ${n}`).join(', ')} };`].join(
      '\n',
    );
  },
  transform: (code, id) =>
    id.endsWith('/zod/v4/classic/schemas.js')
      ? code.replaceAll(
          /inst\._zod\.processJSONSchema = \(ctx, json, params\) => processors\.\w+\(inst, ctx, json, params\);/g,
          '',
        )
      : null,
};

export default defineConfig({
  root: import.meta.dirname,
  plugins: [tailwindcss(), preloadMain, withoutJsonSchema],
  worker: { format: 'es', plugins: () => [withoutJsonSchema] },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    assetsInlineLimit: 0,
    reportCompressedSize: false,
    // 'use client' in packages means nothing here.
    rolldownOptions: {
      checks: { moduleLevelDirective: false },
      // What most pages share is one file: in many small ones it is compressed worse, by 9 kB of a first visit.
      output: { codeSplitting: { groups: [{ name: 'shared', minShareCount: 8 }] } },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
