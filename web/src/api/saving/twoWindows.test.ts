import { afterAll, afterEach, beforeEach, expect, test, vi } from 'vitest';
import { type LookRecord, type Plate, plateSchema } from '@velvet-dusk/core/api/contract';
import type { Endpoint } from '@velvet-dusk/core/api/endpoints/endpoint';
import { saveLook } from '@velvet-dusk/core/api/endpoints/looks';
import { changePlate } from '@velvet-dusk/core/api/endpoints/plates';
import { type Look, newLook } from '@velvet-dusk/core/look/document';
import { neutralShot } from '@velvet-dusk/core/look/shot';

/** Two windows on one look and one plate, as `autosave` keeps them true to one server; and one window whose server goes away. */

const project = {
  id: 'p',
  looks: [] as LookRecord[],
  plates: [] as Plate[],
};
const there = { look: {} as LookRecord, plate: {} as Plate };

class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: Record<string, unknown>,
  ) {
    super(message);
  }
}
interface Sent {
  body: unknown;
  revision: number;
}

/** The server's answer to a save: taken on the revision it has, refused on any other. */
function answer({ path }: Pick<Endpoint, 'path'>, { body, revision }: Sent): unknown {
  const isLook = path === saveLook.path;
  const held = isLook ? there.look : there.plate;
  if (revision !== held.revision) throw new ApiError(412, 'changed elsewhere', { current: { ...held } });
  if (isLook) there.look = { ...there.look, revision: revision + 1, document: body as Look };
  else there.plate = { ...there.plate, revision: revision + 1, ...(body as Partial<Plate>) };
  return isLook ? there.look : there.plate;
}

/** As a browser's store: its keys are what it holds. */
const store: Record<string, string> = Object.create({
  getItem: (key: string) => store[key] ?? null,
  setItem: (key: string, value: string) => void (store[key] = value),
  removeItem: (key: string) => void delete store[key],
}) as Record<string, string>;

/** A window has modules, and with them all that it knows, of its own; the store of the browser is one for both. */
async function newWindow(name: string) {
  vi.resetModules();
  const line = { isUp: true, sent: 0 };
  vi.doMock('../../state/windowId.ts', () => ({
    windowId: Promise.resolve(name),
    openWindows: () => Promise.resolve(new Set(['one', 'two'])),
  }));
  vi.doMock('../client.ts', () => ({
    ApiError,
    call: (endpoint: Endpoint, _params: unknown, sent: Sent) => {
      if (!line.isUp) return Promise.reject(new Error('The server does not answer.'));
      line.sent++;
      return new Promise((done) => done(answer(endpoint, sent)));
    },
  }));
  const { autosave } = await import('./autosave.ts');
  const document = await import('../../state/document.ts');
  const { useSaveStatus } = await import('../../state/saveStatus.ts');
  const state = () => document.useDocument.getState();
  const conflicts = () => useSaveStatus.getState().conflicts;
  return {
    line,
    open: () => autosave.open(project, 'look'),
    strength: (strength: number) => document.editLook((look) => ({ ...look, strength })),
    shot: (change: object) => document.editShot('plate', change),
    undo: () => document.undo(),
    look: () => state().look,
    plate: () => state().plates.plate,
    status: () => useSaveStatus.getState().status.kind,
    conflicts,
    choose: (kind: string, side: 'mine' | 'theirs') =>
      conflicts()
        .find((c) => c.kind === kind)!
        .resolve(side),
  };
}
vi.stubGlobal('localStorage', store);
const one = await newWindow('one');
const two = await newWindow('two');

// Test files share their modules.
afterAll(() => {
  for (const module of ['../../state/windowId.ts', '../client.ts']) vi.doUnmock(module);
  vi.resetModules();
});

/** Longer than an edit waits before it is sent. */
const quiet = () => vi.advanceTimersByTimeAsync(2000);

beforeEach(async () => {
  vi.useFakeTimers();
  there.look = { id: 'look', revision: 1, hash: 'h', updatedAt: '', document: newLook('Ebb') };
  const size = { width: 4, height: 4, depth: 10 };
  there.plate = plateSchema.parse({
    id: 'plate',
    name: 'Quay',
    kind: 'plate',
    profileId: 'heron',
    ...size,
    format: 'png',
    sourceName: '',
    scene: '',
    note: '',
    shot: neutralShot,
    marks: [],
    facts: null,
    revision: 1,
  });
  Object.assign(project, { looks: [there.look], plates: [there.plate] });
  for (const window of [one, two]) {
    window.line.isUp = true;
    await window.open();
    await quiet();
  }
});
afterEach(() => {
  vi.useRealTimers();
  Object.keys(store).forEach((key) => delete store[key]);
});

test('one number of one plate: nothing is sent before the choice, and either side can be chosen', async () => {
  one.shot({ mired: 20 });
  await quiet();
  two.shot({ mired: 44 });
  await quiet();
  expect(two.conflicts()).toMatchObject([{ kind: 'plate', name: 'Quay', mine: { shot: { mired: 44 } } }]);
  expect(there.plate.shot.mired).toBe(20);
  // What is saved meanwhile is the look alone.
  const { sent } = two.line;
  two.strength(0.5);
  await quiet();
  expect(there.look.document.strength).toBe(0.5);
  two.choose('plate', 'theirs');
  await quiet();
  expect(two.line.sent).toBe(sent + 1);
  expect(there.plate).toMatchObject({ revision: 2, shot: { mired: 20 } });
  expect(two.plate().shot.mired).toBe(20);
  // The other way round, from a window that has not heard of the next revision.
  two.shot({ mired: 10 });
  await quiet();
  one.shot({ mired: -30 });
  await quiet();
  one.choose('plate', 'mine');
  await quiet();
  expect(there.plate).toMatchObject({ revision: 4, shot: { mired: -30 } });
});

test('different fields of one plate lie side by side, and undoing one’s own leaves the other’s alone', async () => {
  answer(changePlate, { body: { name: 'Named elsewhere' }, revision: 1 });
  two.shot({ mired: 12 });
  await quiet();
  expect(two.conflicts()).toEqual([]);
  expect(there.plate).toMatchObject({ name: 'Named elsewhere', shot: { mired: 12 } });
  two.undo();
  expect(two.plate()).toMatchObject({ name: 'Named elsewhere', shot: { mired: 0 } });
  await quiet();
  expect(there.plate).toMatchObject({ name: 'Named elsewhere', shot: { mired: 0 } });
});

test('look and plate at once: each is chosen for itself', async () => {
  one.strength(0.6);
  one.shot({ mired: 20 });
  await quiet();
  two.line.isUp = false;
  two.strength(0.3);
  two.shot({ mired: 44 });
  await quiet();
  expect(two.status()).toBe('waiting');
  expect(two.conflicts()).toEqual([]);
  two.line.isUp = true;
  await quiet();
  expect(two.conflicts().map((c) => c.kind)).toEqual(['look', 'plate']);
  two.choose('look', 'mine');
  two.choose('plate', 'theirs');
  await quiet();
  expect(there.look).toMatchObject({ revision: 3, document: { strength: 0.3 } });
  expect(there.plate).toMatchObject({ revision: 2, shot: { mired: 20 } });
  expect(two.status()).toBe('saved');
});

test('an edit that was undone again before it could be saved does not come back', async () => {
  one.line.isUp = false;
  one.strength(0.4);
  await quiet();
  expect(one.status()).toBe('waiting');
  one.undo();
  await quiet();
  // Nothing is left to send, so it need not wait for the server.
  expect(one.status()).toBe('saved');
  one.line.isUp = true;
  await one.open();
  await quiet();
  expect(one.look().strength).toBe(1);
  expect(there.look).toMatchObject({ revision: 1, document: { strength: 1 } });
});

test('what a closed window left is told where it clashes, and taken over where it does not', async () => {
  two.line.isUp = false;
  two.strength(0.3);
  two.shot({ mired: 44 });
  await quiet();
  one.shot({ mired: 33 });
  await quiet();
  Object.assign(project, { looks: [there.look], plates: [there.plate] });
  // Its next page, of the same name, finds the drafts.
  const again = await newWindow('two');
  await again.open();
  await quiet();
  expect(again.conflicts()).toMatchObject([
    { kind: 'plate', mine: { shot: { mired: 44 } }, theirs: { shot: { mired: 33 } } },
  ]);
  expect(there.plate.shot.mired).toBe(33);
  again.choose('plate', 'theirs');
  await quiet();
  expect(there.plate).toMatchObject({ revision: 2, shot: { mired: 33 } });
  expect(there.look.document.strength).toBe(0.3);
});
