/** Entry of the root scripts: installs where needed, then hands over. */
import { spawn, spawnSync } from 'node:child_process';
import { ensureInstalled, root } from './install.mjs';

const [task, ...args] = process.argv.slice(2);
ensureInstalled();

/** Where the caller stood, so that file names on the command line mean what the caller thinks. */
const callerFolder = process.env.INIT_CWD ?? process.cwd();
const node = (script, cwd = root) => ({ words: ['--import', 'tsx', `${root}${script}`, ...args], cwd });

function buildWeb() {
  const done = spawnSync('npx', ['--no-install', 'vite', 'build', '--logLevel', 'error', 'web'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

function runNow({ words, cwd }) {
  const done = spawnSync(process.execPath, ['--import', import.meta.resolve('tsx'), ...words.slice(2)], {
    cwd,
    stdio: 'inherit',
  });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

const tasks = {
  build: () => buildWeb(),
  dusk: () => node('cli/src/main.ts', callerFolder),
  bench: () => {
    runNow(node('cli/src/bench/main.ts'));
    // The table is all that is asked for as data.
    if (args.includes('--json')) return undefined;
    buildWeb();
    return node('e2e/src/sliderBench.ts');
  },
  'bench:import': () => node('e2e/src/importLoad.ts'),
  demo: () => {
    buildWeb();
    return node('demo/src/main.ts');
  },
  shots: () => {
    buildWeb();
    return node('e2e/src/shots.ts');
  },
};

if (!tasks[task]) {
  process.stderr.write(`no task "${task}"; known are ${Object.keys(tasks).join(', ')}\n`);
  process.exit(2);
}
const next = tasks[task]();
if (next) {
  // tsx is named by its full place, since the caller's folder may have no packages.
  next.words[1] = import.meta.resolve('tsx');
  const child = spawn(process.execPath, next.words, { cwd: next.cwd, stdio: 'inherit' });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
}
