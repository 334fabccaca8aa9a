import { expect, test } from 'vitest';
import { sql } from 'drizzle-orm';
import type { Project, ProjectParts, ProjectSettings } from '@velvet-dusk/core/api/contract';
import { gateSchema } from '@velvet-dusk/core/trial/gate';
import { plates } from './db/schema.ts';
import { startTestClient } from './testing/testClient.ts';

/** Projects with more plates than one answer should carry. */

const testClient = startTestClient();
const { ask, send, expectProblem } = testClient;
const json = async <T>(answer: Promise<Response>) => (await (await answer).json()) as T;
const page = (id: string, after: string) =>
  json<ProjectParts['plates']>(ask(`/projects/${id}/plates?after=${encodeURIComponent(after)}`));

const count = 450;

async function fillWithPlates(): Promise<void> {
  const { db } = testClient.services;
  const [row] = await db.select().from(plates);
  // Two by two they have one place, as they have where two windows import at once.
  for (let i = 1; i < count; i++)
    await db
      .insert(plates)
      .values({ ...row, id: `plate-${i}`, name: `Plate ${i}`, position: Math.floor(i / 2) + 10 });
  await db.run(sql`UPDATE plates SET marks = '{torn' WHERE id = 'plate-300'`);
}

async function all(id: string) {
  const { plates: first, nextPlates, unreadable } = await json<Project>(ask(`/projects/${id}`));
  const [found, torn] = [[...first], [...unreadable]];
  let pages = 1;
  for (let next = nextPlates; next !== null; pages++) {
    const more = await page(id, next);
    found.push(...more.items);
    torn.push(...more.unreadable);
    next = more.next;
  }
  return { found, torn, pages };
}

test('plates come page by page, each once and in their order, and so they are copied', async () => {
  await fillWithPlates();
  const { found, torn, pages } = await all('p');
  expect(pages).toBe(3);
  expect(torn).toMatchObject([{ id: 'plate-300', kind: 'plate' }]);
  expect(new Set(found.map((p) => p.id)).size).toBe(count - 1);
  const numbers = found.slice(1).map((p) => Number(p.name.split(' ')[1]));
  for (let i = 1; i < numbers.length; i++)
    expect(Math.floor(numbers[i] / 2)).toBeGreaterThanOrEqual(Math.floor(numbers[i - 1] / 2));
  // What the server itself works with is all of them too.
  const { items } = await testClient.services.plates.list('p');
  expect(items.map((p) => p.id)).toEqual(found.map((p) => p.id));

  const gate = gateSchema.parse({ plateIds: ['plate-7', 'plate-440'] });
  const { revision } = await json<Project>(ask('/projects/p'));
  expect((await send('PUT', '/projects/p/gate', { value: gate }, revision)).status).toBe(200);
  const copy = await json<ProjectSettings>(ask('/projects/p/duplicate', { method: 'POST' }));
  const copied = await all(copy.id);
  expect(copied.found).toHaveLength(count - 1);
  expect(copied.torn).toHaveLength(1);
  expect(copied.found.every((p) => p.revision === 1 && !found.some((f) => f.id === p.id))).toBe(true);
  expect(copied.found.map((p) => p.name).sort()).toEqual(found.map((p) => p.name).sort());
  expect(copied.found[0].id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}$/);
  const names = copy.gate!.plateIds.map((id) => copied.found.find((p) => p.id === id)?.name);
  expect(names).toEqual(['Plate 7', 'Plate 440']);
});

test('a page that is none is refused', async () => {
  await expectProblem(await ask('/projects/p/plates?after=nonsense'), 400, /"nonsense" is no end of a page/);
});
