import type { LookRecord } from '@velvet-dusk/core/api/contract';
import { type Attack, percentile } from './finding.ts';
import { call, filledFolder, startTarget } from './target.ts';

const exports = 300;
const clients = 20;
const seconds = 30;

/** 300 exports waiting and twenty clients at once: documents, thumbnails, and one who edits. */
export const loadAttack: Attack = {
  name: 'load',
  about: `${exports} exports waiting, ${clients} clients for ${seconds} s`,
  async run() {
    const target = await startTarget(await filledFolder(clients));
    const { url } = target;
    const order = { profileId: 'heron', role: 'combined', grid: 33, revision: 1 };
    for (let i = 0; i < exports; i++) await call(url, 'POST', '/looks/look/exports', { json: order });
    const times = { documents: [] as number[], thumbs: [] as number[], edits: [] as number[] };
    const statuses = new Map<number, number>();
    let lost = 0;
    const end = performance.now() + seconds * 1000;
    const count = (status: number) => statuses.set(status, (statuses.get(status) ?? 0) + 1);
    const client = async (i: number) => {
      const first = (await call(url, 'GET', `/looks/look-${i}`)).body as LookRecord;
      const { document } = first;
      let { revision } = first;
      while (performance.now() < end) {
        const saved = await call(url, 'PUT', `/looks/look-${i}`, {
          json: { ...document, notes: `${revision}` },
          revision,
        });
        count(saved.status);
        times.documents.push(saved.ms);
        times.edits.push(saved.ms);
        if (saved.status === 200) revision++;
        const read = await call(url, 'GET', `/looks/look-${i}`);
        count(read.status);
        times.documents.push(read.ms);
        if ((read.body as LookRecord).revision !== revision) lost++;
        const start = performance.now();
        const thumb = await fetch(`${url}/api/plates/plate/thumb.rgb16`);
        await thumb.arrayBuffer();
        count(thumb.status);
        times.thumbs.push(performance.now() - start);
        // A person, not a machine: about ten calls a second each.
        await new Promise((r) => setTimeout(r, 200));
      }
    };
    await Promise.all(Array.from({ length: clients }, (_, i) => client(i)));
    const page = (await call(url, 'GET', '/projects/p/jobs')).body as { counts: Record<string, number> };
    await target.kill();
    const bad = [...statuses].filter(([s]) => s >= 500).reduce((sum, [, n]) => sum + n, 0);
    const total = [...statuses.values()].reduce((a, b) => a + b, 0);
    const at = (values: number[], share: number) => percentile(values, share);
    const ms = (x: number) => `${x.toFixed(0)} ms`;
    const counted = Object.values(page.counts).reduce((a, b) => a + b, 0);
    return [
      { promise: 'no 5xx', figure: `${bad} of ${total} calls`, holds: bad === 0 },
      { promise: 'no edit lost', figure: `${lost} of ${times.edits.length}`, holds: lost === 0 },
      {
        promise: 'document calls: 95 % within 200 ms',
        figure: `median ${ms(at(times.documents, 0.5))}, 95 % ${ms(at(times.documents, 0.95))}`,
        holds: at(times.documents, 0.95) <= 200,
      },
      {
        promise: `an edit is saved within 1 s with ${exports} jobs queued`,
        figure: `worst ${ms(Math.max(...times.edits))}`,
        holds: Math.max(...times.edits) <= 1000,
      },
      {
        promise: 'thumbnails: median 60 ms, 95 % 150 ms',
        figure: `median ${ms(at(times.thumbs, 0.5))}, 95 % ${ms(at(times.thumbs, 0.95))}`,
        holds: at(times.thumbs, 0.5) <= 60 && at(times.thumbs, 0.95) <= 150,
      },
      { promise: 'every job is listed', figure: `${counted} of ${exports}`, holds: counted === exports },
    ];
  },
};
