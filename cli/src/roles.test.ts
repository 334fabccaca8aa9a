import { expect, test } from 'vitest';
import { dusk, json, newFolder } from './testing/dusk.ts';

const { at } = newFolder();

const look = 'demo/looks/slack-water.json';

test('every role is baked, and says what it is', async () => {
  const bake = async (role: string, ...more: string[]) => {
    const file = at(`${role}.cube`);
    const done = await dusk(
      'bake',
      '--look',
      look,
      '--role',
      role,
      '--grid',
      '9',
      '--out',
      file,
      '--force',
      ...more,
    );
    expect(done).toMatchObject({ code: 0 });
    return (await json('inspect', '--cube', file, '--json')) as unknown as { comments: string[] };
  };
  const camera = ['--profile', 'heron'];
  expect((await bake('creative-display')).comments).toContain('input: bt1886, full range');
  expect((await bake('creative-log', ...camera)).comments.join()).toMatch(/output: heron/);
  expect((await bake('monitor', ...camera, '--offset', '2', '--without-look')).comments).toEqual(
    expect.arrayContaining(['offset: -2.00 stops of light', 'look: none']),
  );
  expect((await bake('monitor-partner', ...camera, '--offset', '2')).comments).toContain('strength: 100 %');
  expect((await bake('trim', ...camera, '--offset', '-1.5')).comments).toContain(
    'offset: +1.50 stops of light',
  );
  expect((await bake('camera-to-camera', ...camera, '--to', 'wren')).comments.join()).toMatch(/output: wren/);
  expect((await bake('return', ...camera, '--output', 'srgb')).comments).toContain('input: srgb, full range');
});

test('a display is said with peak, black and the depth of its range, and what it cannot be is refused', async () => {
  const bake = async (...more: string[]) => {
    const role = ['--look', look, '--role', 'conversion', '--profile', 'heron', '--grid', '5'];
    return await dusk('bake', ...role, '--out', at('display.cube'), '--force', ...more);
  };
  const output = async () =>
    (
      (await json('inspect', '--cube', at('display.cube'), '--json')) as unknown as { comments: string[] }
    ).comments.find((c) => c.startsWith('output'));
  expect(await bake('--output', 'pq', '--peak', '4000')).toMatchObject({ code: 0 });
  expect(await output()).toBe('output: pq, peak 4000 cd/m2, full range');
  expect(
    await bake('--output', 'bt1886', '--black', '0.05', '--range', 'narrow', '--depth', '12'),
  ).toMatchObject({
    code: 0,
  });
  expect(await output()).toBe('output: bt1886, black 0.05 cd/m2, narrow range in 12 bit');
  expect(await bake('--output', 'pq', '--peak', '100')).toMatchObject({ code: 2 });
  expect((await bake('--output', 'pq', '--peak', '100')).err).toMatch(
    /--peak: .*600 to 4000 cd\/m², not 100/,
  );
  expect((await bake('--output', 'pq', '--black', '0.1')).err).toMatch(/--black: .*does not depend/);
  expect((await bake('--depth', '11')).err).toMatch(/--depth/);
});
