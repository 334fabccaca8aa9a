import { readFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { createClient } from '@libsql/client';
import { describe, expect, test } from 'vitest';
import { recipeHash } from '@velvet-dusk/core/look/hash';
import { openServices } from '../services/index.ts';
import { newFolder, slackWater } from '../testing/fixture.ts';
import { databasePath } from './paths.ts';

/**
 * A database of each earlier release, as that release wrote it: a look at 80 %, a plate half a stop over with a skin
 * mark, one export done and one under way when the server was killed. The file is named for its last migration.
 */
const databases = new URL('../testing/databases/', import.meta.url);
const releases = ['0000', '0002', '0003', '0004', '0006', '0008', '0009', '0010', '0011'];
/** Before there were versions an export was named for the save it was of. */
const exportedAs = (release: string) => (release < '0008' ? 2 : 1);

async function openRelease(release: string, change = (sql: string) => sql) {
  const folder = newFolder();
  const client = createClient({ url: pathToFileURL(databasePath(folder)).href });
  // A dump lists tables by name, not by what refers to what.
  await client.executeMultiple('PRAGMA foreign_keys = OFF');
  await client.executeMultiple(change(readFileSync(new URL(`${release}.sql`, databases), 'utf8')));
  client.close();
  return openServices(folder);
}

describe.each(releases)('a database of migration %s', (release) => {
  test('opens with everything in it', async () => {
    const services = await openRelease(release);
    const project = await services.projects.open('p');
    expect(project.unreadable).toEqual([]);
    expect(project.name).toBe('Test');
    expect(project.profiles.map((p) => p.document.id)).toContain('heron');
    const [look] = project.looks;
    expect(look.revision).toBe(2);
    expect(recipeHash(look.document)).toBe(recipeHash({ ...slackWater, strength: 0.8 }));
    const [plate] = project.plates;
    expect(plate).toMatchObject({ name: 'Tiny', kind: 'plate', profileId: 'heron', width: 40, height: 20 });
    // Scenes came later: those of before have that of their name.
    expect(plate.scene).toBe('Tiny');
    expect(plate.shot.exposure).toBe(0.5);
    expect(plate.marks).toMatchObject([{ kind: 'skin', area: { x0: 0.1, y0: 0.2, x1: 0.3, y1: 0.4 } }]);
    await services.close();
  });

  test('keeps the finished export with its proof, and the unfinished one to go on with', async () => {
    const services = await openRelease(release);
    const { jobs } = await services.jobs.list('p');
    expect(jobs.map((job) => job.state).sort()).toEqual(['done', 'running']);
    const done = jobs.find((job) => job.state === 'done')!;
    expect(done.subject).toMatchObject({ lookId: 'look', profileId: 'heron', role: 'combined', grid: 17 });
    const [file] = done.artefacts;
    expect(file.name).toMatch(/^Slack-Water_.*_17\.cube$/);
    expect(file.size).toBeGreaterThan(17 ** 3 * 20);
    expect(file.document).toMatchObject({ proof: { mean: expect.closeTo(0.35, 1) as number } });
    // What was exported is a version, under the number that is in the names of its files.
    const { versions, isLatest } = await services.versions.list('look');
    const number = exportedAs(release);
    expect([versions.map((v) => v.number), isLatest]).toEqual([[number], true]);
    expect((await services.versions.get('look', String(number))).document.strength).toBe(0.8);
    expect((await services.versions.make('look', '')).number).toBe(number + 1);
    await services.close();
  });

  test('is shown on the display its look was made for, and so are the exports that were ordered', async () => {
    const viewing = `UPDATE projects SET viewing = '{"output":"srgb"}';`;
    const services = await openRelease(release, (sql) =>
      release < '0007' ? sql.replaceAll('"output":"bt1886"', '"output":"srgb"') : sql + viewing,
    );
    const { viewing: shownOn, looks } = await services.projects.open('p');
    expect(shownOn).toEqual({ output: 'srgb', range: 'full' });
    expect(Object.keys(looks[0].document.rendering)).toEqual(['preset', 'gamutFit']);
    const rows = await services.jobs.list('p');
    for (const { error } of rows.jobs) expect(error).toBeNull();
    await services.close();
  });

  test('has its facts under a schema version, and a place on the start page', async () => {
    const services = await openRelease(release);
    const { facts } = (await services.plates.row('plate')) as { facts: Record<string, unknown> | null };
    if (facts) expect(facts).toMatchObject({ kind: 'velvet-dusk/frame-facts', schemaVersion: 1 });
    else expect(release < '0003').toBe(true);
    expect((await services.projects.list())[0]).toMatchObject({ isDemo: false, archivedAt: null, plates: 1 });
    await services.close();
  });
});

test('how much darker a camera’s screen was shown is still known, under its new name', async () => {
  const services = await openRelease('0008', (sql) => {
    const schools = `UPDATE projects SET schools = '{"monitorDarker":1.5,"blackPoint":"faded"}';`;
    return sql + schools;
  });
  const { practice } = await services.projects.settings('p');
  expect(practice).toMatchObject({ monitorOffsetStops: 1.5, blackPoint: 'faded' });
  await services.close();
});

test('a clip that waits for its frames still does, its facts under a version', async () => {
  const facts = { width: 1920, height: 1080, duration: 2, rate: 25, depth: 10, range: 'narrow', codec: 'x' };
  const services = await openRelease('0008', (sql) => {
    const clip = `INSERT INTO clips (id, project_id, name, sha, facts) VALUES ('c', 'p', 'night.mov', 'ab', '${JSON.stringify(facts)}');`;
    return sql + clip;
  });
  await expect(services.clips.pick('c', [3], 'heron')).rejects.toThrow(/there is no frame at 3 s of 2 s/);
  await services.close();
});
