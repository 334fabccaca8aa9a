import { beforeEach, describe, expect, test, vi } from 'vitest';
import { newLook } from '@velvet-dusk/core/look/document';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { CubeOrder, Held } from './cubeRunner.ts';
import { standardDisplay } from '@velvet-dusk/core/render/display';

/** Bakes that were asked of the engine and are not answered yet. */
interface Asked {
  grid: number;
  channel?: string;
  name: string;
  answer(baked: { data: Float32Array; notes: string[] } | null): void;
  fail(error: Error): void;
}
const asked: Asked[] = [];
const brokenOff: string[] = [];

vi.mock('../../workers/index.ts', () => ({
  engine: {
    bake: (order: { grid: number; channel?: string; look: { name: string } }) =>
      new Promise((answer, fail) => asked.push({ ...order, name: order.look.name, answer, fail } as Asked)),
    breakOff: (channel: string) => void brokenOff.push(channel),
  },
}));

const { cubeRunner } = await import('./cubeRunner.ts');
const { viewGrid } = await import('./grids.ts');
const { useMeasured } = await import('../../state/measured.ts');

const order = (name: string): CubeOrder => ({
  look: { ...newLook(name) },
  display: standardDisplay,
  profile: {} as Profile,
  role: 'combined',
  monitorOffsetStops: 0,
  key: name,
});
const baked = () => ({ data: new Float32Array(3), notes: [] });
/** Lets what was answered run on. */
const settle = () => vi.advanceTimersByTimeAsync(0);
const rest = () => vi.advanceTimersByTimeAsync(200);

let put: Held[];
let request: (o: CubeOrder) => void;
beforeEach(() => {
  vi.useFakeTimers();
  asked.length = brokenOff.length = 0;
  put = [];
  request = cubeRunner('one', (held) => put.push(held));
});

describe('while a control moves', () => {
  test('a coarse cube is asked for at once, the fine one after a rest', async () => {
    request(order('a'));
    expect(asked).toHaveLength(1);
    expect(asked[0].grid).toBeLessThan(viewGrid);
    expect(asked[0].channel).toBeUndefined();
    asked[0].answer(baked());
    await settle();
    expect(put).toMatchObject([{ key: 'a', final: false }]);
    expect(asked).toHaveLength(1);
    await rest();
    expect(asked[1]).toMatchObject({ grid: viewGrid, channel: 'one', name: 'a' });
    asked[1].answer(baked());
    await settle();
    expect(put[1]).toMatchObject({ key: 'a', final: true, cube: { size: viewGrid } });
  });

  test('of many orders during one bake only the last is made, and it is made', async () => {
    request(order('a'));
    for (const name of ['b', 'c', 'd']) request(order(name));
    expect(asked).toHaveLength(1);
    asked[0].answer(baked());
    await settle();
    // The first is shown all the same: under a hand that never rests the picture still moves.
    expect(put).toMatchObject([{ key: 'a' }]);
    expect(asked[1]).toMatchObject({ name: 'd' });
    asked[1].answer(baked());
    await settle();
    expect(put[1]).toMatchObject({ key: 'd' });
    await rest();
    expect(asked.map((a) => a.name)).toEqual(['a', 'd', 'd']);
  });

  test('a fine cube is broken off by the next order, which does not wait for it', async () => {
    request(order('a'));
    asked[0].answer(baked());
    await rest();
    expect(asked[1].grid).toBe(viewGrid);
    request(order('b'));
    expect(brokenOff.at(-1)).toBe('one');
    expect(asked[2]).toMatchObject({ name: 'b' });
    asked[1].answer(null);
    asked[2].answer(baked());
    await settle();
    expect(put.map((h) => [h.key, h.final])).toEqual([
      ['a', false],
      ['b', false],
    ]);
  });

  test('where the coarse grid is slow a coarser one is taken, and given up again when it is quick', async () => {
    const take = async (name: string, ms: number) => {
      request(order(name));
      const one = asked.at(-1)!;
      await vi.advanceTimersByTimeAsync(ms);
      one.answer(baked());
      await settle();
      return one.grid;
    };
    const usual = await take('a', 40);
    expect(await take('b', 8)).toBeLessThan(usual);
    expect(await take('c', 2)).toBeLessThan(usual);
    expect(await take('d', 2)).toBe(usual);
  });

  test('the same order again asks for nothing', async () => {
    request(order('a'));
    request(order('a'));
    asked[0].answer(baked());
    await settle();
    request(order('a'));
    expect(asked).toHaveLength(1);
  });

  test('a bake that fails is said, and the next order is made', async () => {
    request(order('a'));
    asked[0].fail(new Error('no such file'));
    await settle();
    expect(useMeasured.getState().trouble).toMatch(/could not be made: no such file/);
    request(order('b'));
    expect(asked.at(-1)).toMatchObject({ name: 'b' });
  });
});
