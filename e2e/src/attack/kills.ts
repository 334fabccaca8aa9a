import { createHash } from 'node:crypto';
import { seeded } from '@velvet-dusk/core/numeric/random';
import { isOver, type Job } from '@velvet-dusk/core/api/jobs';
import type { Attack } from './finding.ts';
import { call, demoDocument, filledFolder, noiseFrame, startTarget } from './target.ts';

const kills = 50;
/** Milliseconds a server lives, at most. */
const longestLife = 2500;

/** `kill -9` at random moments of edit, import and export; what was acknowledged is there afterwards. */
export const killAttack: Attack = {
  name: 'kill −9',
  about: `${kills} times, at random moments of edits, imports and exports`,
  async run() {
    const random = seeded(11);
    const folder = await filledFolder();
    const look = demoDocument('looks/slack-water.json') as object;
    const acked = {
      look: 1,
      plate: 1,
      edits: 0,
      imports: [] as { id: string; sha: string }[],
      jobs: [] as string[],
    };
    const troubles: string[] = [];
    for (let n = 0; n < kills; n++) {
      const target = await startTarget(folder);
      const { url } = target;
      // What was on its way when the last one died may have been written, though nobody was told.
      const held = (await call(url, 'GET', '/looks/look')).body as { revision: number };
      if (held.revision < acked.look || held.revision > acked.look + 1)
        troubles.push(`look at ${held.revision}, ${acked.look} was acknowledged`);
      acked.look = held.revision;
      const plates = (await call(url, 'GET', '/projects/p')).body as {
        plates: { id: string; revision: number }[];
      };
      acked.plate = plates.plates.find((p) => p.id === 'plate')!.revision;
      let alive = true;
      const until = async (work: () => Promise<void>) => {
        while (alive) await work().catch(() => {});
      };
      const edits = until(async () => {
        const { status } = await call(url, 'PUT', '/looks/look', {
          json: { ...look, notes: `${n}` },
          revision: acked.look,
        });
        if (status === 200) acked.look++;
        if (status === 200) acked.edits++;
        if (status >= 500) troubles.push(`edit: ${status}`);
      });
      const trims = until(async () => {
        const json = { shot: { exposure: 0, mired: n, duv: 0, black: 0 } };
        const { status } = await call(url, 'PATCH', '/plates/plate', { json, revision: acked.plate });
        if (status === 200) acked.plate++;
        if (status === 200) acked.edits++;
      });
      const imports = until(async () => {
        const bytes = await noiseFrame(96, 64, Math.floor(random() * 1e9) + 1);
        const { status, body } = await call(url, 'POST', '/projects/p/plates?name=k.png&profile=heron', {
          bytes,
        });
        if (status === 201)
          acked.imports.push({
            id: (body as { plate: { id: string } }).plate.id,
            sha: createHash('sha256').update(bytes).digest('hex'),
          });
      });
      const exports = until(async () => {
        const json = { profileId: 'heron', role: 'combined', grid: 9, revision: acked.look };
        const { status, body } = await call(url, 'POST', '/looks/look/exports', { json });
        if (status === 202) acked.jobs.push((body as Job).id);
        await new Promise((r) => setTimeout(r, 120));
      });
      await new Promise((r) => setTimeout(r, random() * longestLife));
      alive = false;
      await target.kill();
      await Promise.all([edits, trims, imports, exports]);
    }
    const target = await startTarget(folder);
    for (const { id, sha } of acked.imports) {
      const answer = await fetch(`${target.url}/api/plates/${id}/source`);
      const bytes = Buffer.from(await answer.arrayBuffer());
      if (createHash('sha256').update(bytes).digest('hex') !== sha)
        troubles.push(`import ${id} is not what was sent`);
    }
    for (const id of acked.jobs) {
      let job: Job;
      do {
        job = (await call(target.url, 'GET', `/jobs/${id}`)).body as Job;
        if (!isOver(job.state)) await new Promise((r) => setTimeout(r, 100));
      } while (!isOver(job.state));
      const file =
        job.artefacts[0] && (await fetch(`${target.url}/api/artefacts/${job.artefacts[0].id}/file`));
      const whole = file && (await file.arrayBuffer()).byteLength === job.artefacts[0].size;
      if (!(job.state === 'done' && whole)) troubles.push(`job ${id}: ${job.state} ${job.error ?? ''}`);
    }
    await target.stop();
    const counts = `${acked.edits} edits, ${acked.imports.length} imports, ${acked.jobs.length} exports acknowledged`;
    return [
      {
        promise: 'nothing acknowledged is lost',
        figure: `${counts}; lost or wrong: ${troubles.length}${troubles.length > 0 ? ` (${troubles.slice(0, 3).join('; ')})` : ''}`,
        holds: troubles.length === 0 && acked.edits > 0 && acked.imports.length > 0 && acked.jobs.length > 0,
      },
    ];
  },
};
