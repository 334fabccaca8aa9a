import { describe, expect, test } from 'vitest';
import { Refused, type TaskHost, valueOf } from './task.ts';
import { eachOf, TaskQueue } from './taskQueue.ts';

interface Tasks {
  double: { input: number; progress: string; result: number };
}

/** A host whose tasks end when they are told to; a task that is called off ends a moment later. */
function handHost() {
  const open = new Map<number, () => void>();
  const begun: number[] = [];
  const host: TaskHost<Tasks> = {
    run: (_, input, { signal, onProgress }) =>
      new Promise((resolve, reject) => {
        begun.push(input);
        (onProgress as ((said: string) => void) | undefined)?.(`at ${input}`);
        open.set(input, () => resolve(input * 2));
        signal?.addEventListener('abort', () => setTimeout(() => reject(signal.reason as Error), 20));
      }),
  };
  return { host, begun, end: (input: number) => open.get(input)!() };
}
const soon = () => new Promise((go) => setTimeout(go, 5));

describe('a queue in front of hosts', () => {
  test('each host does one task at a time; those of a higher priority go first', async () => {
    const { host, begun, end } = handHost();
    const queue = new TaskQueue<Tasks>([host, host]);
    const [a, , , d] = [1, 2, 3, 4].map((n) => queue.run('double', n, { priority: n === 4 ? 1 : 0 }));
    await soon();
    expect(begun).toEqual([1, 2]);
    end(1);
    expect(await a).toBe(2);
    await soon();
    expect(begun).toEqual([1, 2, 4]);
    end(4);
    expect(await d).toBe(8);
  });

  test('progress is told', async () => {
    const { host, end } = handHost();
    const said: string[] = [];
    const done = new TaskQueue<Tasks>([host]).run('double', 7, { onProgress: (p) => said.push(p) });
    await soon();
    end(7);
    await done;
    expect(said).toEqual(['at 7']);
  });

  test('one called off while it waits is gone at once and is never begun', async () => {
    const { host, begun, end } = handHost();
    const queue = new TaskQueue<Tasks>([host]);
    const controller = new AbortController();
    const first = queue.run('double', 1);
    const second = queue.run('double', 2, { signal: controller.signal });
    controller.abort(new Error('enough'));
    await expect(second).rejects.toThrow('enough');
    end(1);
    await first;
    await soon();
    expect(begun).toEqual([1]);
    await expect(queue.run('double', 3, { signal: controller.signal })).rejects.toThrow('enough');
  });

  test('one called off while it is done keeps its host until it has ended', async () => {
    const { host, begun } = handHost();
    const queue = new TaskQueue<Tasks>([host]);
    const controller = new AbortController();
    const first = queue.run('double', 1, { signal: controller.signal });
    void queue.run('double', 2);
    await soon();
    controller.abort(new Error('enough'));
    await soon();
    expect(begun).toEqual([1]);
    await expect(first).rejects.toThrow('enough');
    await soon();
    expect(begun).toEqual([1, 2]);
  });
});

test('a refusal keeps its kind', () => {
  expect(valueOf({ value: 3 })).toBe(3);
  expect(() => valueOf({ refused: 'a.cube: row 2' })).toThrow(Refused);
});

describe('each of some items', () => {
  test('so many at a time, in their order', async () => {
    let at = 0;
    let most = 0;
    const order: number[] = [];
    await eachOf([1, 2, 3, 4, 5], 2, async (n) => {
      most = Math.max(most, ++at);
      order.push(n);
      await soon();
      at--;
    });
    expect([most, order]).toEqual([2, [1, 2, 3, 4, 5]]);
  });

  test('after a failure what is under way ends, and no more is begun', async () => {
    const ended: number[] = [];
    const run = eachOf([1, 2, 3, 4], 2, async (n) => {
      if (n === 1) throw new Error('one is bad');
      await soon();
      ended.push(n);
    });
    await expect(run).rejects.toThrow('one is bad');
    expect(ended).toEqual([2]);
  });

  test('it ends when it is called off', async () => {
    const controller = new AbortController();
    const begun: number[] = [];
    const run = eachOf(
      [1, 2, 3],
      1,
      async (n) => {
        begun.push(n);
        controller.abort(new Error('enough'));
        await soon();
      },
      controller.signal,
    );
    await expect(run).rejects.toThrow('enough');
    expect(begun).toEqual([1]);
  });
});
