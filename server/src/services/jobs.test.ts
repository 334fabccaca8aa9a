import { setTimeout as wait } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import { writeFile } from 'node:fs/promises';
import { afterEach, describe, expect, test } from 'vitest';
import { z } from 'zod';
import { isOver } from '@velvet-dusk/core/api/jobs';
import { openDatabase } from '../db/open.ts';
import { jobs as table } from '../db/schema.ts';
import { sha256Of } from '@velvet-dusk/exporter/sha256';
import { FileStore } from '../files/store.ts';
import { defineJob, type JobKind, type MadeFile } from '../jobs/kind.ts';
import { filledFolder } from '../testing/fixture.ts';
import { JobService } from './jobs.ts';

/** Handlers that do what handlers should not. */

type Run = JobKind['run'];
const kindOf = (run: Run, deadline = 60_000) =>
  defineJob({
    kind: 'export',
    payload: z.object({ name: z.string() }),
    deadline,
    title: ({ name }) => name,
    subject: ({ name }) => ({
      lookId: 'look',
      lookName: name,
      lookVersion: 1,
      profileId: 'heron',
      role: 'combined',
      grid: 2,
      fileName: name,
    }),
    run,
  }) as unknown as JobKind;

let close: (() => Promise<void>) | undefined;
afterEach(async () => {
  await close?.();
  close = undefined;
});

interface Options {
  width?: number;
  deadline?: number;
  folder?: string;
  /** Done before the service takes up what was left. */
  before?(jobs: JobService): Promise<unknown>;
}

async function service(run: Run, { width = 2, deadline = 60_000, folder = '', before }: Options = {}) {
  folder ||= await filledFolder();
  const db = await openDatabase(folder);
  const files = new FileStore(`${folder}/files`);
  await files.prepare();
  const parts = {
    files,
    pool: { width },
    luts: {},
    plates: {},
    versions: {},
    packs: {},
    workFolder: `${folder}/work`,
    kinds: [kindOf(run, deadline)],
    maxAttempts: 3,
  };
  const jobs = new JobService(db, parts as unknown as ConstructorParameters<typeof JobService>[1]);
  await before?.(jobs);
  await jobs.start();
  close = async () => {
    await jobs.close();
    await db.close();
  };
  const ended = (id: string) =>
    expect
      .poll(async () => isOver((await jobs.get(id)).state))
      .toBe(true)
      .then(() => jobs.get(id));
  const order = (name: string) => jobs.order('export', 'p', { name });
  return { db, files, jobs, ended, order, folder };
}

/** A job that writes its name into a file. */
const made: (text: string, part: string) => Promise<MadeFile[]> = async (text, part) => {
  await writeFile(part, text);
  const document = { kind: 'velvet-dusk/export-result', schemaVersion: 1, proof: null } as const;
  return [{ part, name: text, size: text.length, sha256: sha256Of(Buffer.from(text)), document }];
};
const nameOf = (payload: unknown) => (payload as { name: string }).name;
const forever = () => new Promise<never>(() => {});

describe('handlers', () => {
  test('one that throws and one that hangs end their own jobs only', async () => {
    const { order, ended } = await service(
      (payload, { newPart }) => {
        const name = nameOf(payload);
        if (name === 'throws') throw new Error('no such colour');
        return name === 'hangs' ? forever() : made(name, newPart());
      },
      { deadline: 300 },
    );
    const all = await Promise.all(['throws', 'hangs', 'good', 'better'].map(order));
    const [throws, hangs, good, better] = await Promise.all(all.map((j) => ended(j.id)));
    expect(throws).toMatchObject({ state: 'failed', error: 'no such colour', artefacts: [] });
    expect(hangs).toMatchObject({
      state: 'failed',
      error: expect.stringMatching(/longer than 0.3 s/) as string,
    });
    expect(good).toMatchObject({ state: 'done', artefacts: [{ name: 'good', size: 4 }] });
    expect(better.state).toBe('done');
  });

  test('a file that does not read back as what it should be is never offered', async () => {
    const { order, ended } = await service(async (_, { newPart }) => {
      const [file] = await made('whole', newPart());
      await writeFile(file.part, 'who');
      return [file];
    });
    const job = await ended((await order('short')).id);
    expect(job).toMatchObject({ state: 'failed', error: expect.stringMatching(/reads back as/) as string });
    expect(job.artefacts).toEqual([]);
  });

  test('as many run at once as the pool is wide, in the order they came', async () => {
    const begun: string[] = [];
    const go: (() => void)[] = [];
    const { order, ended } = await service(async (payload, { newPart }) => {
      begun.push(nameOf(payload));
      await new Promise<void>((r) => go.push(r));
      return made(nameOf(payload), newPart());
    });
    const all = [];
    for (const name of ['a', 'b', 'c', 'd']) {
      all.push(await order(name));
      await wait(2);
    }
    await expect.poll(() => begun).toEqual(['a', 'b']);
    await wait(100);
    expect(begun).toHaveLength(2);
    go.shift()!();
    await expect.poll(() => begun).toEqual(['a', 'b', 'c']);
    while (begun.length < 4 || go.length > 0) {
      go.shift()?.();
      await wait(5);
    }
    for (const { id } of all) expect((await ended(id)).state).toBe('done');
  });
});

describe('changes of state', () => {
  test('two who cancel at once: one wins, one is told; a job that is over stays so', async () => {
    const { jobs, order } = await service(forever);
    const { id } = await order('long');
    const both = await Promise.allSettled([jobs.act(id, 'cancel'), jobs.act(id, 'cancel')]);
    expect(both.map((b) => b.status).sort()).toEqual(['fulfilled', 'rejected']);
    await expect(jobs.act(id, 'pause')).rejects.toThrow(/is cancelled/);
    await expect(jobs.act(id, 'resume')).rejects.toThrow(/is cancelled/);
  });

  test('paused, a job makes room for the next, and goes on when it is told to', async () => {
    let runs = 0;
    const { jobs, order, ended } = await service(
      (payload, { newPart }) =>
        nameOf(payload) === 'long' && runs++ === 0 ? forever() : made(nameOf(payload), newPart()),
      { width: 1 },
    );
    const long = await order('long');
    const next = await order('next');
    await expect.poll(async () => (await jobs.get(long.id)).state).toBe('running');
    await jobs.act(long.id, 'pause');
    expect((await ended(next.id)).state).toBe('done');
    expect((await jobs.get(long.id)).state).toBe('paused');
    await jobs.act(long.id, 'resume');
    await expect.poll(async () => (await jobs.get(long.id)).state).toBe('done');
  });

  test('one whose file is there but was cancelled before that was written down offers none', async () => {
    const { jobs, order } = await service(async (payload, { newPart }) => {
      const files = await made(nameOf(payload), newPart());
      await jobs.act(id, 'cancel');
      return files;
    });
    let id = '';
    ({ id } = await order('late'));
    await expect.poll(async () => (await jobs.get(id)).state).toBe('cancelled');
    await wait(100);
    expect(await jobs.get(id)).toMatchObject({ state: 'cancelled', artefacts: [] });
  });
});

describe('what a dead server left', () => {
  test('is begun again; what ended the server three times is not', async () => {
    const first = await service(forever);
    const { id } = await first.order('left');
    await expect.poll(async () => (await first.jobs.get(id)).state).toBe('running');
    await close!();
    for (const attempts of [2, 3]) {
      const again = await service(forever, { folder: first.folder });
      await expect.poll(() => again.jobs.get(id)).toMatchObject({ state: 'running', attempts });
      await close!();
    }
    const last = await service(forever, { folder: first.folder });
    expect(await last.jobs.get(id)).toMatchObject({
      state: 'failed',
      error: expect.stringMatching(/begun 3 times/) as string,
    });
  });

  test('is not what was ordered here before it started: that is begun once', async () => {
    let begun = 0;
    let id = '';
    const { ended, jobs } = await service(
      async (payload, { newPart }) => {
        begun++;
        await wait(100);
        return made(nameOf(payload), newPart());
      },
      {
        before: async (early) => {
          ({ id } = await early.order('export', 'p', { name: 'early' }));
          // Under way, as the demo's first release is while its server still opens its port.
          await expect.poll(async () => (await early.get(id)).state).toBe('running');
        },
      },
    );
    expect(await ended(id)).toMatchObject({ state: 'done', attempts: 1 });
    expect(begun).toBe(1);
    expect((await jobs.get(id)).artefacts).toHaveLength(1);
  });

  test('an end that cannot be written down is written when the database lets it, and ends nothing else', async () => {
    const { db, order, ended, jobs } = await service(async (payload, { newPart }) => {
      await db.$client.execute('ALTER TABLE artefacts RENAME TO elsewhere');
      return made(nameOf(payload), newPart());
    });
    const { id } = await order('stuck');
    await wait(400);
    expect((await db.select().from(table).where(eq(table.id, id)))[0].state).toBe('running');
    await db.$client.execute('ALTER TABLE elsewhere RENAME TO artefacts');
    expect((await ended(id)).state).toBe('done');
    expect((await jobs.get(id)).artefacts).toHaveLength(1);
  });
});
