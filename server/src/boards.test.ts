import { eq, sql } from 'drizzle-orm';
import { expect, test } from 'vitest';
import { keptBoardSchema } from '@velvet-dusk/core/api/trials';
import { atRest } from '@velvet-dusk/core/trial/condition';
import { parseTrial } from '@velvet-dusk/core/trial/document';
import { boards } from './db/schema.ts';
import { startTestClient } from './testing/testClient.ts';

const testClient = startTestClient();

const board = (name: string) =>
  parseTrial(
    {
      kind: 'velvet-dusk/trial',
      schemaVersion: 1,
      name,
      base: atRest('plate', 'look'),
      rows: { axis: 'plates', values: ['plate'] },
      columns: { axis: 'exposure', values: [-1, 0, 1] },
    },
    'board',
  );

const kept = async () => keptBoardSchema.parse(await (await testClient.ask('/projects/p/board')).json());
const put = (name: string, revision: number) =>
  testClient.send('PUT', '/projects/p/board', board(name), revision);

test('a board has a revision: of two first boards one is taken, and none writes over what it has not seen', async () => {
  expect(await kept()).toEqual({ board: null, unreadable: [] });
  const answers = await Promise.all([put('Mine', 0), put('Theirs', 0)]);
  expect(answers.map((a) => a.status).sort()).toEqual([200, 412]);
  const first = (await kept()).board!;
  expect(first.revision).toBe(1);
  const refused = answers.find((a) => a.status === 412)!;
  // What is there now is told with the refusal.
  expect(await refused.json()).toMatchObject({ current: { revision: 1, document: first.document } });

  expect((await put('Later', 1)).status).toBe(200);
  await testClient.expectProblem(await put('From before', 1), 412, /at revision 2, .* on revision 1/);
  expect((await kept()).board).toMatchObject({ revision: 2, document: { name: 'Later' } });
});

test('what is no board, names no revision or no project is refused in words', async () => {
  const { send, ask, expectProblem } = testClient;
  const path = '/projects/p/board';
  await expectProblem(await send('PUT', path, { ...board('x'), rows: 3 }, 0), 422, /rows/);
  await expectProblem(await send('PUT', path, board('x')), 428, /If-Match/);
  await expectProblem(await send('PUT', '/projects/none/board', board('x'), 0), 404, /none/);
  await expectProblem(await ask('/projects/none/board'), 404, /none/);
});

test('a board that cannot be read is set aside with its text; the next is kept beside it', async () => {
  const { db } = testClient.services;
  await db
    .update(boards)
    .set({ document: sql`'{torn'` })
    .where(eq(boards.projectId, 'p'));
  const { board: none, unreadable } = await kept();
  expect(none).toBeNull();
  expect(unreadable).toMatchObject([{ kind: 'board', text: expect.stringContaining('{torn') as string }]);
  expect((await put('After it', 0)).status).toBe(200);
  expect(await kept()).toMatchObject({ board: { document: { name: 'After it' } }, unreadable: [{}] });
});
