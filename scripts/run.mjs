/** Entry of the root scripts: installs and builds where needed, then hands over. */
import { spawn, spawnSync } from 'node:child_process';
import { ensureInstalled, root } from './install.mjs';

const [task, ...args] = process.argv.slice(2);
ensureInstalled();
// Packages are there from here on only.
const { buildPrograms, programFile } = await import('./build.mjs');

/** Where the caller stood, so that file names on the command line mean what the caller thinks. */
const callerFolder = process.env.INIT_CWD ?? process.cwd();
const source = (script) => ({
  words: ['--import', import.meta.resolve('tsx'), `${root}${script}`, ...args],
  cwd: root,
});
const program = (name, cwd = root) => ({ words: [programFile(name), ...args], cwd });

function buildWeb() {
  const done = spawnSync('npx', ['--no-install', 'vite', 'build', '--logLevel', 'error', 'web'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

function runNow({ words, cwd }) {
  const done = spawnSync(process.execPath, words, { cwd, stdio: 'inherit' });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

const tasks = {
  build: () => buildWeb(),
  dusk: () => program('dusk', callerFolder),
  bench() {
    runNow(source('cli/src/bench/main.ts'));
    // The table is all that is asked for as data.
    if (args.includes('--json')) return undefined;
    buildWeb();
    runNow(source('e2e/src/trialBench.ts'));
    return source('e2e/src/sliderBench.ts');
  },
  attack: () => source('e2e/src/attack/main.ts'),
  'bench:import': () => source('e2e/src/importLoad.ts'),
  scale: () => source('scripts/scale/main.ts'),
  demo() {
    buildWeb();
    return program('demo');
  },
  shots() {
    buildWeb();
    return source('e2e/src/shots.ts');
  },
};

if (!tasks[task]) {
  process.stderr.write(`no task "${task}"; known are ${Object.keys(tasks).join(', ')}\n`);
  process.exit(2);
}
await buildPrograms();
const next = tasks[task]();
if (next) {
  const child = spawn(process.execPath, next.words, { cwd: next.cwd, stdio: 'inherit' });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
}
