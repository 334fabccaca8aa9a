/** Builds the programs that run under Node.js: the demo's server, the command line, and what worker threads do. */
import { readFileSync } from 'node:fs';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { root } from './install.mjs';

const entries = {
  demo: 'demo/src/main.ts',
  demoHere: 'demo/src/here.ts',
  dusk: 'cli/src/main.ts',
  server: 'server/src/main.ts',
  tasks: 'server/src/jobs/tasks.ts',
  packTasks: 'exporter/src/tasks.ts',
};
const folder = `${root}.build`;

/** Where a built program lies. */
export const programFile = (name) => `${folder}/${name}.mjs`;

/** Packages of hundreds of small modules: built in, without what nobody calls, a program starts in half the time. */
const builtIn = /^(@velvet-dusk\/|zod$|drizzle-orm(\/|$)|fast-xml-parser$|fast-png$)/;

/** Ours is built in; other packages stay outside. Modules go on finding what lies beside their source. */
const placed = {
  name: 'placed',
  setup({ onResolve, onLoad }) {
    onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || builtIn.test(path) ? undefined : { path, external: true },
    );
    onLoad({ filter: /\/(cli|demo|exporter|server)\/src\/.*\.ts$/ }, ({ path }) => ({
      contents: readFileSync(path, 'utf8').replaceAll('import.meta.url', `'${pathToFileURL(path).href}'`),
      loader: 'ts',
    }));
  },
};

/** What tells a program where the tasks of its threads are built. */
export const builtTasks = {
  builtTasks: JSON.stringify(pathToFileURL(programFile('tasks')).href),
  builtPackTasks: JSON.stringify(pathToFileURL(programFile('packTasks')).href),
};

/** Takes well under a second; a program then starts several times as soon as from its sources. */
export async function buildPrograms() {
  await build({
    absWorkingDir: root,
    entryPoints: entries,
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    define: builtTasks,
    plugins: [placed],
    logLevel: 'warning',
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildPrograms();
