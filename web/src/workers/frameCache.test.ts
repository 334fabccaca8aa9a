import { expect, test, vi } from 'vitest';
import { FrameCache } from './frameCache.ts';

const frame = (width: number, height: number) => ({
  width,
  height,
  depth: 16,
  rgb: new Float32Array(width * height * 3).fill(0.5),
});

test('a frame is got once, however often and at once it is asked for', async () => {
  const get = vi.fn(() => Promise.resolve(frame(4, 2)));
  const frames = new FrameCache(100, get);
  const [a, b] = await Promise.all([frames.frame('a'), frames.frame('a')]);
  expect(a).toBe(b);
  expect(await frames.at('a', 4, 2)).toBe(a.rgb);
  expect((await frames.at('a', 2, 1)).length).toBe(6);
  expect(await frames.at('a', 2, 1)).toBe(await frames.at('a', 2, 1));
  expect(get).toHaveBeenCalledTimes(1);
});

test('over its pixels the one goes that was asked for longest ago; the last stays whatever its size', async () => {
  const get = vi.fn((url: string) => Promise.resolve(url === 'big' ? frame(20, 20) : frame(10, 4)));
  const frames = new FrameCache(100, get);
  for (const url of ['a', 'b', 'a', 'c']) await frames.frame(url);
  expect(get).toHaveBeenCalledTimes(3);
  await frames.frame('a');
  expect(get).toHaveBeenCalledTimes(3);
  await frames.frame('b');
  expect(get).toHaveBeenCalledTimes(4);
  await frames.frame('big');
  await frames.frame('big');
  expect(get).toHaveBeenCalledTimes(5);
});

test('what failed is asked for again', async () => {
  const get = vi.fn(() => Promise.reject(new Error('the server answered 500')));
  const frames = new FrameCache(100, get);
  await expect(frames.frame('a')).rejects.toThrow('500');
  await expect(frames.frame('a')).rejects.toThrow('500');
  expect(get).toHaveBeenCalledTimes(2);
});

test('smaller copies of frames, at whatever sizes, take half of what frames may', async () => {
  const frames = new FrameCache(1000, () => Promise.resolve(frame(40, 20)));
  for (let width = 2; width <= 20; width++) await frames.at('a', width, 20);
  expect(frames.pixels).toBeLessThanOrEqual(800 + 500);
  const last = await frames.at('a', 20, 20);
  expect(await frames.at('a', 20, 20)).toBe(last);
});
