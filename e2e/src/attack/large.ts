import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import type { Project, ProjectParts, ProjectSettings } from '@velvet-dusk/core/api/contract';
import type { Job } from '@velvet-dusk/core/api/jobs';
import type { PackRecord } from '@velvet-dusk/core/api/packs';
import { newPack, type Pack, withItems } from '@velvet-dusk/core/pack/document';
import { databasePath } from '@velvet-dusk/server/db/paths';
import { asAfterKill } from '@velvet-dusk/server/testing/fixture';
import type { Attack } from './finding.ts';
import { call, filledFolder, startTarget } from './target.ts';

const projects = 200;
const looksEach = 100;
const jobs = 5000;
const plates = 2000;
/** Strengths times grids times destinations: as good as the largest pack that one export takes. */
const packItems = { strengths: 99, grids: [9, 10, 11, 12, 13, 14, 15, 16, 17, 18] };
/** Characters of events that are looked at together. */
const longestEvent = 10_000;
/** Milliseconds between the calls of somebody else, whose waiting shows how long the server is held up. */
const betweenCalls = 20;

/** Years of work of a house: many projects, looks and jobs, and one project with the plates of a whole film. */
async function yearsOfWork(): Promise<string> {
  const folder = await filledFolder();
  const client = createClient({ url: pathToFileURL(databasePath(folder)).href });
  const numbers = (n: number) =>
    `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${n})`;
  const copied = async (table: string, from: string, change: Record<string, string>) => {
    const { rows } = await client.execute(`SELECT name FROM pragma_table_info('${table}')`);
    const names = rows.map((row) => String(row[0]));
    const values = names.map((name) => change[name] ?? `old."${name}"`);
    await client.execute(
      `${from} INSERT INTO ${table} (${names.map((n) => `"${n}"`).join()}) SELECT ${values.join()} FROM n, (SELECT * FROM ${table} LIMIT 1) old`,
    );
  };
  await copied('projects', numbers(projects - 1), { id: `'q' || i`, name: `'Project ' || i` });
  await copied('looks', numbers((projects - 1) * looksEach), {
    id: `'l' || i`,
    project_id: `'q' || (1 + i % ${projects - 1})`,
    position: 'i',
  });
  await copied('plates', numbers(plates - 1), { id: `'p' || i`, name: `'Plate ' || i`, position: 'i + 1' });
  await client.execute(
    `${numbers(jobs)} INSERT INTO jobs (id, kind, project_id, payload, state, created_at) SELECT 'j' || i, 'export', 'p', '{}', 'cancelled', '2026' FROM n`,
  );
  await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
  client.close();
  asAfterKill(folder);
  return folder;
}

/** How long the longest of somebody else's calls waited while something was done. */
async function heldUp<T>(
  url: string,
  work: () => Promise<T>,
): Promise<{ done: T; ms: number; longest: number }> {
  let longest = 0;
  let hasEnded = false;
  const other = (async () => {
    while (!hasEnded) {
      longest = Math.max(longest, (await call(url, 'GET', '/looks/look')).ms);
      await new Promise((r) => setTimeout(r, betweenCalls));
    }
  })();
  const began = performance.now();
  try {
    const done = await work();
    return { done, ms: performance.now() - began, longest };
  } finally {
    hasEnded = true;
    await other;
  }
}

/** A pack of nearly as many files as one export takes. */
function largePack(): Pack {
  const pack = newPack('Largest');
  const destinations = pack.destinations.map((d) => d.id).slice(0, 4);
  const items = packItems.grids.flatMap((grid) =>
    Array.from({ length: packItems.strengths }, (_, i) => ({
      role: 'combined' as const,
      output: 'video' as const,
      grid,
      destinations,
      strength: (i + 1) / 100,
      offset: 0,
      to: null,
      withoutLook: false,
      colourOnly: false,
    })),
  );
  return withItems(pack, 'look', 'heron', items);
}

/** Orders a pack and waits until its first files are made: it is planned then. Cancelled after that. */
async function orderLargest(url: string): Promise<{ files: number }> {
  const pack = (await call(url, 'POST', '/projects/p/packs', { json: largePack() })).body as PackRecord;
  const events = await fetch(`${url}/api/projects/p/events`);
  const { status, body } = await call(url, 'POST', `/packs/${pack.id}/exports`, {
    json: { revision: pack.revision },
  });
  if (status !== 202) throw new Error(`the pack was not taken: ${JSON.stringify(body)}`);
  let told = '';
  for await (const bytes of Readable.fromWeb(events.body as ReadableStream)) {
    told = (told + String(bytes as Buffer)).slice(-longestEvent);
    const files = /"stage":"[1-9]\d* of (\d+) files/.exec(told);
    if (!files) continue;
    await call(url, 'POST', `/jobs/${(body as Job).id}/cancel`);
    return { files: Number(files[1]) };
  }
  throw new Error('the events ended before a file was made');
}

/** A house with years of work in one folder: it starts, lists and opens without holding anybody up. */
export const largeAttack: Attack = {
  name: 'large',
  about: `${projects} projects of ${looksEach} looks, ${jobs} jobs, one project of ${plates} plates`,
  async run() {
    const folder = await yearsOfWork();
    const began = performance.now();
    const target = await startTarget(folder);
    const start = performance.now() - began;
    const { url } = target;
    const lists: number[] = [];
    for (let i = 0; i < 7; i++) lists.push((await call(url, 'GET', '/projects')).ms);
    const list = lists.sort((a, b) => a - b)[3];
    const opened = await heldUp(url, async () => {
      let found = 0;
      const first = (await call(url, 'GET', '/projects/p')).body as Project;
      found += first.plates.length;
      for (let next = first.nextPlates; next !== null;) {
        const path = `/projects/p/plates?after=${encodeURIComponent(next)}`;
        const page = (await call(url, 'GET', path)).body as ProjectParts['plates'];
        found += page.items.length;
        next = page.next;
      }
      return found;
    });
    const copied = await heldUp(
      url,
      async () => (await call(url, 'POST', '/projects/p/duplicate')).body as ProjectSettings,
    );
    const planned = await heldUp(url, () => orderLargest(url));
    await target.stop();
    const ms = (value: number) => `${Math.round(value)} ms`;
    return [
      { promise: 'it starts within 3 s', figure: ms(start), holds: start < 3000 },
      {
        promise: 'the list of projects comes within 100 ms',
        figure: `${ms(list)} (median of 7)`,
        holds: list < 100,
      },
      {
        promise: 'all plates of a film are opened, and nobody waits over half a second meanwhile',
        figure: `${opened.done} plates in ${ms(opened.ms)}, longest wait ${ms(opened.longest)}`,
        holds: opened.done === plates && opened.longest < 500,
      },
      {
        promise: 'its project is duplicated, and nobody waits over half a second meanwhile',
        figure: `"${copied.done.name}" in ${ms(copied.ms)}, longest wait ${ms(copied.longest)}`,
        holds: copied.done.name !== undefined && copied.longest < 500,
      },
      {
        promise: 'the largest pack is planned, and nobody waits over half a second meanwhile',
        figure: `${planned.done.files} files, first ones after ${ms(planned.ms)}, longest wait ${ms(planned.longest)}`,
        holds: planned.longest < 500,
      },
    ];
  },
};
