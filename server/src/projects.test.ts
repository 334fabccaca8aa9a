import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { describe, expect, test } from 'vitest';
import type {
  Plate,
  ProfileRecord,
  Project,
  ProjectParts,
  ProjectSettings,
  ProjectSummary,
} from '@velvet-dusk/core/api/contract';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { standardProfiles } from '@velvet-dusk/core/camera/standard/index';
import { newLook } from '@velvet-dusk/core/look/document';
import { usualPractice } from '@velvet-dusk/core/readings/practice';
import { demoDocument, newFolder, tinyFrame } from './testing/fixture.ts';
import { databasePath } from './db/paths.ts';
import { openServices } from './services/index.ts';
import { startTestClient } from './testing/testClient.ts';

const dataFolder = newFolder();
const testClient = startTestClient(dataFolder);
const { ask, send, expectProblem } = testClient;

const json = async <T>(answer: Promise<Response>) => (await (await answer).json()) as T;
const begin = (name: string) =>
  json<ProjectSettings>(send('POST', '/projects', { name, practice: usualPractice }));
const list = () => json<ProjectSummary[]>(ask('/projects'));
const open = (id: string) => json<Project>(ask(`/projects/${id}`));
const summary = async (id: string) => (await list()).find((p) => p.id === id)!;

describe('a project', () => {
  test('is begun with a name and a school, and holds a look that does nothing', async () => {
    const practice = { ...usualPractice, touch: 'colourOnly' };
    const answer = await send('POST', '/projects', { name: 'Tidal Bore', practice });
    expect(answer.status).toBe(201);
    expect(await answer.json()).toMatchObject({ id: 'tidal-bore', name: 'Tidal Bore', practice });
    const project = await open('tidal-bore');
    expect(project.looks).toHaveLength(1);
    expect(project).toMatchObject({ plates: [], unreadable: [], isDemo: false });
    expect(await summary('tidal-bore')).toMatchObject({ plates: 0, cameras: 0, looks: 1, exports: 0 });
  });

  test.each([
    ['Größe & Flut', 'gro-e-flut'],
    ['api', 'api-2'],
    ['   ——   ', 'project'],
    ['x'.repeat(80), 'x'.repeat(40)],
  ])('called "%s" is found at %s', async (name, id) => {
    expect((await begin(name)).id).toBe(id);
  });

  test('of a name that is there already has an address of its own', async () => {
    const [a, b] = [await begin('Twice'), await begin('Twice')];
    expect([a.id, b.id]).toEqual(['twice', 'twice-2']);
  });

  test('begun twice in the same moment is two projects', async () => {
    const made = await Promise.all(['Moment', 'Moment', 'Moment'].map(begin));
    expect(made.map((p) => p.id).sort()).toEqual(['moment', 'moment-2', 'moment-3']);
  });

  test('is refused without a name, or with one that is too long', async () => {
    for (const name of ['', '   ', 'x'.repeat(81)])
      await expectProblem(await send('POST', '/projects', { name, practice: usualPractice }), 422, /name/);
  });

  test('is renamed, archived, deleted, and each is taken back', async () => {
    const { id } = await begin('Going');
    const change = async (to: object) => send('PATCH', `/projects/${id}`, to, (await summary(id)).revision);
    expect((await change({ name: 'Gone' })).status).toBe(200);
    await change({ archived: true });
    expect(await summary(id)).toMatchObject({ name: 'Gone', deletedAt: null });
    expect((await summary(id)).archivedAt).toMatch(/^\d{4}-/);
    await change({ deleted: true });
    expect((await summary(id)).deletedAt).toMatch(/^\d{4}-/);
    // All of it is there still.
    expect((await open(id)).looks).toHaveLength(1);
    await change({ archived: false, deleted: false });
    expect(await summary(id)).toMatchObject({ archivedAt: null, deletedAt: null });
    await expectProblem(await change({ archived: 'yes' }), 422, /archived/);
    await expectProblem(
      await send('PATCH', '/projects/nowhere', { name: 'x' }, 1),
      404,
      /no project "nowhere"/,
    );
  });

  test('changed in two windows keeps what was saved first, and says so, for its name and for every setting', async () => {
    const { id, revision } = await begin('Two windows');
    const practice = { ...usualPractice, skinLean: 3 };
    const viewing = { output: 'srgb', range: 'full' };
    const taughtWords = [{ folder: 'Maker', text: 'K7', tells: 'profile', is: 'wren' }];
    const changes: [path: string, first: object, second: object][] = [
      ['', { name: 'First' }, { name: 'Second' }],
      ['/practice', { value: practice }, { value: usualPractice }],
      ['/viewing', { value: viewing }, { value: { ...viewing, output: 'bt1886' } }],
      ['/gate', { value: {} }, { value: null }],
      ['/taught-words', { value: taughtWords }, { value: [] }],
    ];
    let seen = revision;
    for (const [path, first, second] of changes) {
      const put = (to: object, on: number) => send(path ? 'PUT' : 'PATCH', `/projects/${id}${path}`, to, on);
      const saved = (await (await put(first, seen)).json()) as ProjectSettings;
      expect(saved.revision, path).toBe(seen + 1);
      const late = await put(second, seen);
      expect(await late.clone().json()).toMatchObject({ current: { name: 'First', revision: seen + 1 } });
      await expectProblem(late, 412, /changed in another window.*Nothing was overwritten/);
      expect((await send('PUT', `/projects/${id}/practice`, { value: practice })).status).toBe(428);
      seen++;
    }
    expect(await open(id)).toMatchObject({ name: 'First', practice: { skinLean: 3 }, viewing, taughtWords });
  });

  test('takes no edit of a plate that another window has deleted', async () => {
    const frame = { id: 'gone', projectId: 'p', name: 'Gone', profileId: 'heron' };
    const { plate } = await testClient.services.plates.addBytes(tinyFrame, 'gone.png', frame);
    await ask('/plates/gone', { method: 'DELETE' });
    const edit = () => send('PATCH', '/plates/gone', { name: 'Edited' }, plate.revision);
    await expectProblem(await edit(), 409, /"Gone" was deleted meanwhile.*Restore the plate/);
    await ask('/plates/gone/restore', { method: 'POST' });
    expect((await edit()).status).toBe(200);
    await ask('/plates/gone', { method: 'DELETE' });
  });

  test('is listed by its indexes: no table of parts is read whole for it', async () => {
    const client = createClient({ url: pathToFileURL(databasePath(dataFolder)).href });
    const { sql, params } = testClient.services.projects.listQuery().toSQL();
    const plan = await client.execute({ sql: `EXPLAIN QUERY PLAN ${sql}`, args: params as string[] });
    client.close();
    const steps = plan.rows.map((row) => String(row.detail));
    for (const table of ['looks', 'plates', 'jobs'])
      expect(steps.filter((s) => s.includes(table)).join('; '), table).toMatch(/^SEARCH .*INDEX/);
  });

  test('stands first in the list when it was opened last', async () => {
    const [first, second] = [await begin('Opened first'), await begin('Opened second')];
    await ask(`/projects/${first.id}/opened`, { method: 'POST' });
    const order = (await list()).map((p) => p.id);
    expect(order.indexOf(first.id)).toBeLessThan(order.indexOf(second.id));
    await expectProblem(await ask('/projects/nowhere/opened', { method: 'POST' }), 404, /nowhere/);
  });

  test('is duplicated with plates, looks and settings, and shares nothing that is edited', async () => {
    const shot = { exposure: 0.5, mired: 0, duv: 0, black: 0 };
    const [{ id: lookId }] = (await open('p')).looks;
    await send('PATCH', '/plates/plate', { shot, strengths: { [lookId]: 0.6 } }, 1);
    const copy = await json<ProjectSettings>(ask('/projects/p/duplicate', { method: 'POST' }));
    expect(copy).toMatchObject({ id: 'test-copy', name: 'Test copy' });
    const [before, after] = [await open('p'), await open(copy.id)];
    expect(after.plates[0]).toMatchObject({ name: 'Tiny', shot, revision: 1 });
    expect(after.plates[0].id).not.toBe(before.plates[0].id);
    expect(after.looks.map((l) => l.document)).toEqual(before.looks.map((l) => l.document));
    expect(after.looks[0].id).not.toBe(lookId);
    expect(after.plates[0].strengths).toEqual({ [after.looks[0].id]: 0.6 });
    const frame = async (plate: Plate) => (await ask(`/plates/${plate.id}/frame.png`)).headers.get('etag');
    expect(await frame(after.plates[0])).toBe(await frame(before.plates[0]));
    await send('PATCH', `/plates/${after.plates[0].id}`, { name: 'Other' }, 1);
    expect((await open('p')).plates[0].name).toBe('Tiny');
  });

  test('gives each of its parts by itself, with what of it cannot be read', async () => {
    const project = await open('p');
    const part = async <K extends keyof ProjectParts>(name: K) =>
      json<ProjectParts[K]>(ask(`/projects/p/${name}`));
    expect((await part('looks')).items).toEqual(project.looks);
    expect((await part('plates')).items).toEqual(project.plates);
    expect((await part('profiles')).items).toEqual(project.profiles);
    for (const name of ['looks', 'plates', 'profiles'])
      await expectProblem(await ask(`/projects/nowhere/${name}`), 404, /no project "nowhere"/);
  });
});

describe('profiles', () => {
  const ofProject = async (id: string) =>
    (await json<ProjectParts['profiles']>(ask(`/projects/${id}/profiles`))).items;
  const ids = async (id: string) => (await ofProject(id)).map((r) => r.document.id);

  test('of the standards are in every project, and neither changed nor removed', async () => {
    const { id } = await begin('Standards');
    const records = await ofProject(id);
    for (const { id: standard } of standardProfiles)
      expect(records.find((r) => r.document.id === standard)).toMatchObject({ isStandard: true });
    const { document, revision } = records.find((r) => r.document.id === 'acescct')!;
    const edited = { ...document, name: 'Mine' };
    await expectProblem(
      await send('PUT', '/profiles/acescct', edited, revision),
      409,
      /comes with the program/,
    );
    await expectProblem(await ask('/profiles/acescct', { method: 'DELETE' }), 409, /comes with the program/);
  });

  test('of a demo stay with it, and with copies of it', async () => {
    const curlew = parseProfile(demoDocument('profiles/curlew.json'), 'curlew');
    await testClient.services.projects.create('show', 'Show', { isDemo: true });
    await testClient.services.profiles.addMissing(curlew, { projectId: 'show' });
    const { id } = await begin('Beside the show');
    expect(await ids('show')).toContain('curlew');
    expect(await ids(id)).not.toContain('curlew');
    // A project whose plates were shot with it needs it.
    await send('PATCH', '/plates/plate', { profileId: 'curlew' }, (await open('p')).plates[0].revision);
    expect(await ids('p')).toContain('curlew');
  });

  test('get a number where their ID is taken by one that is not to be seen, and only then', async () => {
    const document = demoDocument('profiles/wren.json') as Record<string, unknown>;
    const make = (id: string) =>
      json<ProfileRecord>(send('POST', '/profiles?numbered=true', { ...document, id }));
    expect((await make('tern')).document.id).toBe('tern');
    expect((await make('tern')).document.id).toBe('tern-2');
    await expectProblem(await send('POST', '/profiles', { ...document, id: 'tern' }), 409, /already/);
  });

  test('that somebody makes are there in all projects', async () => {
    const heron = demoDocument('profiles/heron.json') as Record<string, unknown>;
    const made = await json<ProfileRecord>(send('POST', '/profiles', { ...heron, id: 'mine', name: 'Mine' }));
    expect(made).toMatchObject({ isStandard: false, revision: 1 });
    const { id } = await begin('Somewhere else');
    expect(await ids(id)).toContain('mine');
  });

  test('of a standard that were edited in an earlier release go on under another name, with their plates', async () => {
    const services = await openServices(newFolder());
    const { profiles, plates } = services;
    const [standard] = standardProfiles.filter((p) => p.id === 'srgb');
    const own = { ...standard, id: 'older', name: 'Older' };
    await profiles.addMissing(own);
    await services.projects.create('q', 'Q');
    await plates.addBytes(tinyFrame, 'a.png', { id: 'a', projectId: 'q', name: 'A', profileId: 'older' });
    // The program has meanwhile taken this one over, with other figures.
    await profiles.renewStandards([{ ...own, bitDepth: 12, name: 'As published' }]);
    expect((await profiles.record('older')).document.name).toBe('As published');
    expect((await profiles.record('older')).isStandard).toBe(true);
    expect((await plates.list('q')).items[0].profileId).toBe('older-edited');
    expect((await profiles.get('older-edited')).bitDepth).toBe(own.bitDepth);
    // A second start changes nothing more.
    await profiles.renewStandards([{ ...own, bitDepth: 12, name: 'As published' }]);
    expect((await plates.list('q')).items[0].profileId).toBe('older-edited');
    await services.close();
  });
});

test('a row that cannot be read is copied as it is, and set aside in the copy too', async () => {
  const { services } = testClient;
  await services.projects.create('torn', 'Torn');
  const record = await services.looks.create('torn', newLook('Whole'));
  const client = createClient({ url: pathToFileURL(databasePath(dataFolder)).href });
  await client.execute({ sql: "UPDATE looks SET document = '{torn' WHERE id = ?", args: [record.id] });
  client.close();
  const copy = await json<ProjectSettings>(ask('/projects/torn/duplicate', { method: 'POST' }));
  const { looks, unreadable } = await open(copy.id);
  expect(looks).toEqual([]);
  expect(unreadable).toMatchObject([{ kind: 'look', text: expect.stringContaining('{torn') as string }]);
});
