import { expect, test } from 'vitest';
import type { LookRecord, Project, ProjectSummary } from '@velvet-dusk/core/api/contract';
import { slackWater } from './testing/fixture.ts';
import { startTestClient } from './testing/testClient.ts';

const client = startTestClient();
const { send, expectProblem } = client;
const json = async <T>(answer: Response | Promise<Response>) => (await (await answer).json()) as T;

const names = async (id = 'p') =>
  (await json<Project>(client.ask(`/projects/${id}`))).looks.map((l) => l.document.name);
const make = (name: string) => json<LookRecord>(send('POST', '/projects/p/looks', { ...slackWater, name }));

test('looks are put in an order, which a new one and a copy of the project keep', async () => {
  const [second, third] = [await make('Second'), await make('Third')];
  expect(await names()).toEqual(['Slack Water', 'Second', 'Third']);
  const order = (ids: string[]) => send('PUT', '/projects/p/looks/order', { ids });
  expect((await order([third.id, 'look', second.id])).status).toBe(200);
  expect(await names()).toEqual(['Third', 'Slack Water', 'Second']);
  await make('Fourth');
  expect(await names()).toEqual(['Third', 'Slack Water', 'Second', 'Fourth']);
  // What another window has made or deleted meanwhile is not lost by an order that does not know it.
  await expectProblem(await order([third.id, 'look', second.id]), 409, /made or deleted meanwhile/);
  await expectProblem(await order([third.id, third.id, 'look', second.id]), 409, /meanwhile/);
  expect(await names()).toEqual(['Third', 'Slack Water', 'Second', 'Fourth']);
  const copy = await json<{ id: string }>(client.ask('/projects/p/duplicate', { method: 'POST' }));
  expect(await names(copy.id)).toEqual(['Third', 'Slack Water', 'Second', 'Fourth']);
});

test('a deleted look is in no list, takes no edit, keeps its versions, and comes back where it stood', async () => {
  const before = await names();
  const gone = await make('Gone');
  await send('POST', `/looks/${gone.id}/versions`, { note: 'kept' });
  const setDeleted = (deleted: boolean) => send('PATCH', `/looks/${gone.id}`, { deleted });
  expect((await setDeleted(true)).status).toBe(200);
  expect(await names()).toEqual(before);
  const list = await json<ProjectSummary[]>(client.ask('/projects'));
  expect(list.find((p) => p.id === 'p')!.looks).toBe(before.length);
  await expectProblem(
    await send('PUT', `/looks/${gone.id}`, gone.document, gone.revision),
    409,
    /"Gone" was deleted meanwhile/,
  );
  const copy = await json<{ id: string }>(client.ask('/projects/p/duplicate', { method: 'POST' }));
  expect(await names(copy.id)).toEqual(before);
  await setDeleted(false);
  expect(await names()).toEqual([...before, 'Gone']);
  const kept = await json<{ versions: { note: string }[] }>(client.ask(`/looks/${gone.id}/versions`));
  expect(kept.versions.map((v) => v.note)).toEqual(['kept']);
  await expectProblem(await send('PATCH', '/looks/none', { deleted: true }), 404, /none/);
});
