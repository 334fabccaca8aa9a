/** The programs the tests need besides Node, and how to get them. */
import { spawnSync } from 'node:child_process';

const tools = [
  { what: 'Chromium', check: ['chromium', '--version'], packages: ['chromium'] },
  { what: 'FFmpeg', check: ['ffmpeg', '-version'], packages: ['ffmpeg'] },
  {
    what: 'OpenColorIO for Python',
    check: ['/usr/bin/python3', '-c', 'import PyOpenColorIO, numpy'],
    packages: ['python3-pyopencolorio', 'python3-numpy'],
  },
  {
    what: 'OpenColorIO’s tools',
    check: ['sh', '-c', 'command -v ociocheck'],
    packages: ['opencolorio-tools'],
  },
  { what: 'Poppler', check: ['pdftotext', '-v'], packages: ['poppler-utils'] },
  { what: 'unzip', check: ['unzip', '-v'], packages: ['unzip'] },
];

const works = ({ check: [command, ...args] }) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;
const run = (...words) =>
  spawnSync(words[0], words.slice(1), {
    stdio: ['ignore', 2, 2],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  }).status === 0;

/** Installs what is missing through apt when root; otherwise says what to run, and fails. */
export function ensureTools() {
  const missing = tools.filter((t) => !works(t));
  if (missing.length === 0) return;
  const names = missing.map((t) => t.what).join(', ');
  const packages = missing.flatMap((t) => t.packages);
  const command = `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  if (process.getuid?.() !== 0) {
    process.stderr.write(`The tests need ${names}. Run as root:\n  ${command}\n`);
    process.exit(1);
  }
  process.stderr.write(`Installing ${names} …\n`);
  const installed = run('apt-get', 'update') && run(...command.split(' '));
  const still = tools.filter((t) => !works(t));
  if (!installed || still.length > 0) {
    process.stderr.write(
      `Could not install ${still.map((t) => t.what).join(', ') || names}. Try: ${command}\n`,
    );
    process.exit(1);
  }
}
