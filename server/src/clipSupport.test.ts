import { afterEach, expect, test, vi } from 'vitest';
import { startTestClient } from './testing/testClient.ts';

const { ask } = startTestClient();
afterEach(() => void vi.unstubAllEnvs());

const missing = async () =>
  ((await (await ask('/clip-support')).json()) as { missing: string | null }).missing;

test('says what is missing to open clips and how to get it, and stops once it is there', async () => {
  expect(await missing()).toBeNull();
  // Either of the two programs is enough to be missed.
  for (const name of ['DUSK_FFMPEG', 'DUSK_FFPROBE']) {
    vi.stubEnv(name, '/nowhere/at-all');
    expect(await missing(), name).toMatch(/^FFmpeg is not on this machine.*apt-get install ffmpeg/);
    vi.unstubAllEnvs();
  }
  expect(await missing()).toBeNull();
});
