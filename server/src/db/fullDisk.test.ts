import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { builtServer, filledFolder, spawnServer } from '../testing/fixture.ts';
import { reservePath } from './paths.ts';

/** Can a file system of a test's own be mounted here? Root may where the machine lets it. */
const canMount = spawnSync('unshare', ['-m', 'mount', '-t', 'tmpfs', 'none', '/mnt']).status === 0;

const start = `"$2" "$3" > "$1.said" & server=$!
for i in $(seq 600); do grep -q "is at" "$1.said" && break; kill -0 $server 2>/dev/null || break; sleep 0.1; done`;
/** On a disk of its own: a server is stopped in order, the disk is filled to its last byte, and the server is started again. */
const stoppedAndFilled = `
mount -t tmpfs -o size=6m none "$1" || exit 90
cp -r "$4/." "$1" || exit 91
${start}
kill -TERM $server; wait $server
cat /dev/zero > "$1/fill" 2>/dev/null; cat /dev/zero > "$1/last" 2>/dev/null
df --output=avail "$1" | tail -1
${start}
grep -c "is at" "$1.said"
kill -TERM $server 2>/dev/null; wait $server`;

test('stopped in order, a server starts again on a disk without a free byte', async () => {
  const folder = await filledFolder();
  if (canMount) {
    const disk = mkdtempSync(join(tmpdir(), 'full-'));
    const words = ['-m', 'sh', '-c', stoppedAndFilled, 'sh', disk, process.execPath, builtServer, folder];
    const done = spawnSync('unshare', words, {
      encoding: 'utf8',
      env: { ...process.env, DUSK_DATA: disk, DUSK_PORT: '0', DUSK_LOG: 'silent' },
    });
    expect(done.stdout.trim().split(/\s+/)).toEqual(['0', '1']);
  }
  // Where no disk can be had: the room is given while a server works, and kept while none does.
  const server = await spawnServer(folder);
  await server.stop();
  expect(statSync(reservePath(folder)).size).toBeGreaterThan(64_000);
  const again = await spawnServer(folder);
  expect(existsSync(reservePath(folder))).toBe(false);
  await again.stop();
});
