import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { z } from 'zod';
import { newPack, type Pack } from '@velvet-dusk/core/pack/document';

/** As a browser's: its keys are what it holds. */
const store: Record<string, string> = Object.create({
  getItem: (key: string) => store[key] ?? null,
  setItem: (key: string, value: string) => void (store[key] = value),
  removeItem: (key: string) => void delete store[key],
}) as Record<string, string>;
const empty = () => Object.keys(store).forEach((key) => delete store[key]);
vi.stubGlobal('localStorage', store);
vi.mock('../../state/windowId.ts', () => ({
  windowId: Promise.resolve('me'),
  openWindows: () => Promise.resolve(new Set()),
}));
vi.mock('../client.ts', () => ({
  ApiError: class extends Error {
    constructor(
      readonly status: number,
      message: string,
      readonly body: Record<string, unknown>,
    ) {
      super(message);
    }
  },
}));
const { ApiError } = await import('../client.ts');
const { draftDocuments } = await import('./draftDocuments.ts');
const { useSaveStatus } = await import('../../state/saveStatus.ts');

/** What may become of a save on its way. */
const fates = ['answered', 'answered late', 'answered twice', 'answer lost', 'never came'] as const;
type Fate = (typeof fates)[number];
const wait = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));
/** How late an answer comes, and when a save without one is given up; milliseconds. */
const late = 1500;
const givenUp = 20_000;

/** A server with one pack, and a line to it on which each save has its fate. */
function shop(next: () => Fate) {
  const there = { revision: 1, content: newPack('Night') };
  const write = (document: Pack, revision: number) => {
    if (revision !== there.revision) throw new ApiError(412, 'changed elsewhere', { current: { ...there } });
    Object.assign(there, { revision: revision + 1, content: document });
    return there.revision;
  };
  let sending = 0;
  let mostAtOnce = 0;
  const send = async (_id: string, document: Pack, revision: number) => {
    mostAtOnce = Math.max(mostAtOnce, ++sending);
    try {
      const fate = next();
      await wait(fate === 'answered late' ? late : 20);
      if (fate === 'never came') {
        await wait(givenUp);
        throw new Error('the server does not answer');
      }
      const answer = write(document, revision);
      if (fate === 'answer lost') {
        await wait(givenUp);
        throw new Error('the server does not answer');
      }
      // A line that sends once more what it got no answer to: the second copy is refused, and that is what comes back.
      return fate === 'answered twice' ? write(document, revision) : answer;
    } finally {
      sending--;
    }
  };
  const packs = draftDocuments<Pack>({
    kind: 'pack',
    kept: z.unknown(),
    nameOf: (pack) => pack.name,
    check: () => {},
    send,
    current: (body) => body as { revision: number; content: Pack } | undefined,
    known: () => [{ id: 'p', saved: { ...there } }],
  });
  const type = (licence: string) => packs.edit('p', (pack) => ({ ...pack, licence }));
  return { there, packs, type, write, mostAtOnce: () => mostAtOnce };
}
const conflicts = () => useSaveStatus.getState().conflicts;

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
  empty();
  useSaveStatus.setState({ conflicts: [] });
});

describe('one window alone never meets a conflict', () => {
  test('when each save is answered a second and a half late, and typing goes on', async () => {
    const { there, packs, type, mostAtOnce } = shop(() => 'answered late');
    await packs.open('any');
    for (let i = 0; i < 12; i++) {
      type(`text ${i}`);
      await vi.advanceTimersByTimeAsync(500);
    }
    await vi.advanceTimersByTimeAsync(60_000);
    expect(conflicts()).toEqual([]);
    expect(there.content.licence).toBe('text 11');
    expect(mostAtOnce()).toBe(1);
  });

  test('whatever becomes of its saves, and the last edit is what the server has', async () => {
    const edits = fc.array(
      fc.record({ pause: fc.integer({ min: 0, max: 3000 }), fate: fc.constantFrom(...fates) }),
      {
        minLength: 1,
        maxLength: 12,
      },
    );
    await fc.assert(
      fc.asyncProperty(edits, async (plan) => {
        empty();
        useSaveStatus.setState({ conflicts: [] });
        const fatesLeft = plan.map((p) => p.fate);
        const { there, packs, type, mostAtOnce } = shop(() => fatesLeft.shift() ?? 'answered');
        await packs.open('any');
        for (const [i, { pause }] of plan.entries()) {
          type(`text ${i}`);
          await vi.advanceTimersByTimeAsync(pause);
        }
        await vi.advanceTimersByTimeAsync(plan.length * (givenUp + 5000));
        expect(conflicts()).toEqual([]);
        expect(there.content.licence).toBe(`text ${plan.length - 1}`);
        expect(packs.useStates.getState().states.p.kind).toBe('saved');
        expect(mostAtOnce()).toBe(1);
      }),
      { numRuns: 60 },
    );
  });

  test('when it was reloaded while a save was under way', async () => {
    const first = shop(() => 'answer lost');
    await first.packs.open('any');
    first.type('sent');
    await vi.advanceTimersByTimeAsync(600);
    first.type('sent, and gone on');
    await vi.advanceTimersByTimeAsync(100);
    expect(first.there).toMatchObject({ revision: 2, content: { licence: 'sent' } });
    // The page goes; the next one finds the draft, and the server with the save before it.
    const again = shop(() => 'answered');
    Object.assign(again.there, first.there);
    await again.packs.open('any');
    await vi.advanceTimersByTimeAsync(5000);
    expect(conflicts()).toEqual([]);
    expect(again.there.content.licence).toBe('sent, and gone on');
  });
});

test('what another window saved is still a conflict, and nothing of it is written over', async () => {
  const { there, packs, type, write } = shop(() => 'answered late');
  await packs.open('any');
  type('mine');
  await vi.advanceTimersByTimeAsync(500);
  write({ ...there.content, licence: 'theirs' }, 1);
  await vi.advanceTimersByTimeAsync(30_000);
  expect(conflicts()).toHaveLength(1);
  expect(there.content.licence).toBe('theirs');
});
