import { readdirSync, readFileSync, readlinkSync } from 'node:fs';
import type { LookRecord } from '@velvet-dusk/core/api/contract';
import type { Job } from '@velvet-dusk/core/api/jobs';
import type { Attack } from './finding.ts';
import { call, filledFolder, noiseFrame, startOnSmallDisk } from './target.ts';

const megabytes = 24;

/** A disk that runs full under imports, edits and exports; then the server is killed and begun again on it. */
export const diskAttack: Attack = {
  name: 'full disk',
  about: `a disk of ${megabytes} MB filled by imports, with exports queued, the server killed and begun again`,
  async run() {
    const disk = await startOnSmallDisk(await filledFolder(), megabytes);
    try {
      const url = await disk.address(1);
      const statuses = new Set<number>();
      const plates: string[] = [];
      let full = 0;
      for (let i = 0; i < 80 && full < 6; i++) {
        const bytes = new Uint8Array(await noiseFrame(480, 270, i + 1));
        const { status, body } = await call(url, 'POST', `/projects/p/plates?name=${i}.png&profile=heron`, {
          bytes,
        });
        statuses.add(status);
        if (status === 201) plates.push((body as { plate: { id: string } }).plate.id);
        if (status === 507) full++;
      }
      const order = { profileId: 'heron', role: 'combined', grid: 33, revision: 1 };
      const jobs: string[] = [];
      for (let i = 0; i < 4; i++) {
        const { status, body } = await call(url, 'POST', '/looks/look/exports', { json: order });
        statuses.add(status);
        if (status === 202) jobs.push((body as Job).id);
      }
      const first = (await call(url, 'GET', '/looks/look')).body as LookRecord;
      const { document } = first;
      let { revision } = first;
      let edits = 0;
      for (let i = 0; i < 400; i++) {
        const json = { ...document, notes: 'x'.repeat(3000) + i };
        const { status } = await call(url, 'PUT', '/looks/look', { json, revision });
        statuses.add(status);
        if (status !== 200) break;
        revision++;
        edits++;
      }
      const open = await call(url, 'GET', '/projects/p');
      process.kill(pidOf(url), 'SIGKILL');
      const again = await disk.address(2);
      const held = (await call(again, 'GET', '/looks/look')).body as LookRecord;
      const project = (await call(again, 'GET', '/projects/p')).body as { plates: { id: string }[] };
      const lostPlates = plates.filter((id) => !project.plates.some((p) => p.id === id)).length;
      const states = await Promise.all(
        jobs.map(async (id) => ((await call(again, 'GET', `/jobs/${id}`)).body as Job).state),
      );
      const bad = [...statuses].filter((s) => s >= 500 && s !== 507);
      return [
        {
          promise: 'no 5xx but 507',
          figure: `answers: ${[...statuses].sort().join(', ')}`,
          holds: bad.length === 0 && statuses.has(507),
        },
        { promise: 'the project still opens', figure: `status ${open.status}`, holds: open.status === 200 },
        {
          promise: 'the server starts again on the full disk, exports queued',
          figure: `${jobs.length} exports, now ${states.join(', ') || 'none'}`,
          holds: states.every((s) => s !== undefined),
        },
        {
          promise: 'nothing acknowledged is lost',
          figure: `${plates.length} plates, ${edits} edits; lost: ${lostPlates} plates, ${Math.max(revision - held.revision, 0)} edits`,
          holds: lostPlates === 0 && held.revision >= revision,
        },
      ];
    } finally {
      disk.end();
    }
  },
};

/** The process that listens at an address (Linux). */
function pidOf(url: string): number {
  const port = Number(new URL(url).port).toString(16).toUpperCase().padStart(4, '0');
  const line = readFileSync('/proc/net/tcp', 'utf8')
    .split('\n')
    .find((l) => l.includes(`:${port} 00000000:0000 0A`));
  const inode = line?.trim().split(/\s+/)[9];
  for (const pid of readdirSync('/proc').filter((p) => /^\d+$/.test(p)))
    try {
      for (const fd of readdirSync(`/proc/${pid}/fd`))
        if (readlinkSync(`/proc/${pid}/fd/${fd}`) === `socket:[${inode}]`) return Number(pid);
    } catch {
      // It ended, or is somebody else's.
    }
  throw new Error(`nothing listens at ${url}`);
}
