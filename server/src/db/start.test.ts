import { spawn } from 'node:child_process';
import {
  cpSync,
  existsSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { afterEach, describe, expect, test } from 'vitest';
import type { Project } from '@velvet-dusk/core/api/contract';
import { openServices } from '../services/index.ts';
import { luts } from './schema.ts';
import {
  asAfterKill,
  builtServer,
  filledFolder,
  newFolder,
  type ServerProcess,
  spawnServer,
  tinyFrame,
} from '../testing/fixture.ts';

/** What a server does about the folder it is given, before it serves. */

let server: ServerProcess | undefined;
afterEach(async () => {
  await server?.kill();
  server = undefined;
});

/** Starts a server that should not; answers what it said and how it ended. */
function refused(
  folder: string,
  env: Record<string, string> = {},
): Promise<{ said: string; code: number | null }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [builtServer], {
      env: { ...process.env, DUSK_DATA: folder, DUSK_PORT: '0', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    child.stderr.on('data', (text: Buffer) => (said += text.toString()));
    // One that starts all the same is ended, and fails its test by its code.
    child.stdout.on('data', (text: Buffer) => /is at http/.test(text.toString()) && child.kill());
    child.on('exit', (code) => resolve({ said, code }));
  });
}

async function expectSentence(folder: string, words: RegExp, env?: Record<string, string>): Promise<void> {
  const { said, code } = await refused(folder, env);
  expect(said).toMatch(words);
  expect(said.trim().split('\n')).toHaveLength(1);
  expect(said).not.toMatch(/\bat .*:\d+:\d+/);
  expect(code).toBe(1);
}

const database = (folder: string) => join(folder, 'velvet-dusk.db');
const project = async () => (await (await fetch(`${server!.url}/api/projects/p`)).json()) as Project;

describe('two servers on one folder', () => {
  test('the second says who holds it, and leaves the parts of the first alone', async () => {
    const folder = await filledFolder();
    server = await spawnServer(folder);
    const part = join(folder, 'files/parts/upload');
    writeFileSync(part, 'half');
    await expectSentence(folder, new RegExp(`process ${server.process.pid}.*is working in`));
    await expectSentence(folder, /is working in/, { DUSK_PORT: new URL(server.url).port });
    expect(readFileSync(part, 'utf8')).toBe('half');
  });

  test('a port that is taken is said before anything in the folder is touched by another server', async () => {
    server = await spawnServer(await filledFolder());
    const other = await filledFolder();
    await expectSentence(other, /Port \d+ is taken/, { DUSK_PORT: new URL(server.url).port });
  });

  test('a killed server leaves no lock', async () => {
    const folder = await filledFolder();
    server = await spawnServer(folder);
    await server.kill();
    server = await spawnServer(folder);
    expect((await project()).looks).toHaveLength(1);
  });
});

describe('folders', () => {
  test('one with somebody else’s things, and a file in its place', async () => {
    const folder = newFolder();
    writeFileSync(join(folder, 'letters.txt'), 'mine');
    await expectSentence(folder, /holds other things \("letters\.txt"\)/);
    expect(readdirSync(folder)).toEqual(['letters.txt']);
    await expectSentence(join(folder, 'letters.txt'), /is a file, not a folder/);
  });

  test('one that may not be written', async () => {
    // Nobody makes folders there, not even the superuser, whom rights alone do not stop.
    await expectSentence('/sys/dusk', /may not be written|can only be read/);
  });

  test('a database of another program, and one of a later version', async () => {
    const folder = newFolder();
    const theirs = createClient({ url: pathToFileURL(database(folder)).href });
    await theirs.execute('CREATE TABLE letters (id)');
    theirs.close();
    await expectSentence(folder, /is a database of another program/);
    const later = await filledFolder();
    // What is written to it here may reach its pages when the connection goes.
    asAfterKill(later);
    const client = createClient({ url: pathToFileURL(database(later)).href });
    for (let i = 0; i < 50; i++)
      await client.execute(
        `INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', ${9e15 + i})`,
      );
    client.close();
    await expectSentence(later, /written by a newer version/);
  });
});

describe('a damaged database', () => {
  test.each<[string, (path: string) => void]>([
    ['nonsense', (path) => writeFileSync(path, 'this is no database '.repeat(900))],
    ['cut', (path) => truncateSync(path, 5000)],
    [
      'with flipped pages',
      (path) => {
        const file = openSync(path, 'r+');
        const junk = Buffer.alloc(1500, 0xa7);
        for (let at = 4096; at < statSync(path).size; at += 4096) writeSync(file, junk, 0, junk.length, at);
      },
    ],
    ['missing', (path) => rmSync(path)],
  ])('%s: it is said with a way out, and the last good copy brings everything back', async (_, damage) => {
    const folder = await filledFolder();
    asAfterKill(folder);
    damage(database(folder));
    await expectSentence(folder, /(damaged|missing).*last good copy.*DUSK_RESTORE=1/);
    server = await spawnServer(folder, { DUSK_RESTORE: '1' });
    expect(await project()).toMatchObject({ looks: [{ id: 'look' }], plates: [{ id: 'plate' }] });
    const frame = await fetch(`${server.url}/api/plates/plate/frame.png`);
    expect(frame.status).toBe(200);
  });

  test('what was stored after the copy was made is kept after a restore, and listed', async () => {
    const folder = await filledFolder();
    const copy = join(folder, 'velvet-dusk.copy.db');
    const older = readFileSync(copy);
    const services = await openServices(folder);
    const later = new Uint8Array(tinyFrame);
    later.set([1, 2, 3], later.length - 3);
    const sha256 = await services.files.put(later);
    await services.db.insert(luts).values({ sha256, name: 'later.png', createdAt: '2026' });
    await services.close();
    writeFileSync(copy, older);
    rmSync(database(folder));
    server = await spawnServer(folder, { DUSK_RESTORE: '1' });
    await server.stop();
    // Started again without being asked to restore, it still waits for a word.
    const again = await openServices(folder);
    await again.loose.sweep(new Date());
    await again.loose.sweep(new Date(Date.now() + 48 * 3_600_000));
    const { held, files } = await again.loose.list();
    expect({ held, files: files.map((f) => f.sha256) }).toEqual({ held: true, files: [sha256] });
    expect(await again.files.has(sha256)).toBe(true);
    await again.close();
  });

  test('a sentence says what is wrong with it, and no line of a program', async () => {
    const folder = await filledFolder();
    asAfterKill(folder);
    // One page of a table, so that the check of SQLite itself finds it.
    const file = openSync(database(folder), 'r+');
    writeSync(file, Buffer.alloc(600, 0xff), 0, 600, 4096 * 2);
    const { said } = await refused(folder);
    expect(said).toMatch(/is damaged \(.+\)\./);
    expect(said).not.toMatch(/[{};]|throw|=>/);
  });

  test('without a copy it is said that there is none', async () => {
    const folder = await filledFolder();
    rmSync(join(folder, 'velvet-dusk.copy.db'));
    asAfterKill(folder);
    truncateSync(database(folder), 5000);
    await expectSentence(folder, /damaged.*no copy of it.*Put a backup/);
  });

  test('asking for the copy does nothing to a database that is whole', async () => {
    const folder = await filledFolder();
    const older = join(newFolder(), 'older');
    cpSync(join(folder, 'velvet-dusk.copy.db'), older);
    const services = await openServices(folder);
    await services.projects.create('q', 'Later');
    await services.close();
    cpSync(older, join(folder, 'velvet-dusk.copy.db'));
    server = await spawnServer(folder, { DUSK_RESTORE: '1' });
    expect((await fetch(`${server.url}/api/projects/q`)).status).toBe(200);
  });
});

test('a clean stop leaves the whole database in one file, and a copy of it', async () => {
  const folder = await filledFolder();
  server = await spawnServer(folder);
  const ended = new Promise((done) => server!.process.on('exit', done));
  server.process.kill('SIGTERM');
  expect(await ended).toBe(0);
  server = undefined;
  for (const path of [database(folder), join(folder, 'velvet-dusk.copy.db')]) {
    // NegativeOutput away alone, without a log beside it.
    const alone = newFolder();
    cpSync(path, join(alone, 'velvet-dusk.db'));
    const client = createClient({ url: pathToFileURL(join(alone, 'velvet-dusk.db')).href });
    const { rows } = await client.execute('SELECT COUNT(*) FROM looks');
    expect(Number(rows[0][0])).toBe(1);
    client.close();
  }
  expect(existsSync(join(folder, 'velvet-dusk.lock.pid'))).toBe(false);
});

describe('rows that cannot be read', () => {
  /** Changes rows behind the server’s back. */
  async function spoil(folder: string, ...statements: string[]): Promise<void> {
    const client = createClient({ url: pathToFileURL(database(folder)).href });
    for (const statement of statements) await client.execute(statement);
    await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
    client.close();
    asAfterKill(folder);
  }

  test('are named and set aside with their text; everything else opens', async () => {
    const folder = await filledFolder();
    const services = await openServices(folder);
    const look = await services.looks.get('look');
    await services.looks.create('p', { ...look.document, name: 'Sound' }, 'sound');
    await services.close();
    await spoil(
      folder,
      `UPDATE looks SET document = '{"name": "Torn", "st' WHERE id = 'look'`,
      `UPDATE plates SET shot = '{"exposure": "bright"}' WHERE id = 'plate'`,
      `INSERT INTO profiles (id, document) VALUES ('worn', '{"name": "Worn"}')`,
      `UPDATE projects SET practice = 'nothing'`,
      `INSERT INTO jobs (id, kind, project_id, payload, state, created_at) VALUES ('j', 'export', 'p', '{', 'queued', '2026')`,
      `INSERT INTO jobs (id, kind, project_id, payload, state, created_at) VALUES ('k', 'unheard', 'p', '{}', 'queued', '2026')`,
    );
    server = await spawnServer(folder);
    const opened = await project();
    expect(opened.looks.map((l) => l.id)).toEqual(['sound']);
    expect(opened.plates).toEqual([]);
    const told = Object.fromEntries(opened.unreadable.map((u) => [u.kind, u]));
    expect(told.look).toMatchObject({ id: 'look', reason: expect.stringMatching(/not JSON/) as string });
    expect(told.look.text).toContain('"st');
    expect(told.plate).toMatchObject({ id: 'plate', name: 'Tiny' });
    expect(told.plate.reason).toMatch(/exposure/);
    expect(told.profile).toMatchObject({ id: 'worn', name: 'Worn' });
    expect(told.settings).toMatchObject({ id: 'p' });
    const failed = async (id: string) =>
      (await (await fetch(`${server!.url}/api/jobs/${id}`)).json()) as object;
    await expect.poll(() => failed('j')).toMatchObject({ state: 'failed', error: /not JSON/ });
    await expect
      .poll(() => failed('k'))
      .toMatchObject({ state: 'failed', error: /no job of kind "unheard"/ });
    expect((await fetch(`${server.url}/api/projects/p/jobs`)).status).toBe(200);
  });
});

test('parts of uploads that a killed server left are gone after a start', async () => {
  const folder = await filledFolder();
  writeFileSync(join(folder, 'files/parts/left'), 'half');
  server = await spawnServer(folder);
  expect(readdirSync(join(folder, 'files/parts'))).toEqual([]);
  expect((await fetch(`${server.url}/api/plates/plate/thumb.rgb16`)).status).toBe(200);
});
