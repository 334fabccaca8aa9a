import { expect, test } from 'vitest';
import { at, dusk, json } from './testing/dusk.ts';

const look = 'demo/looks/slack-water.json';

test('every role is baked, and says what it is', () => {
  const bake = (role: string, ...more: string[]) => {
    const file = at(`${role}.cube`);
    const done = dusk(
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
    return json('inspect', '--cube', file, '--json') as unknown as { comments: string[] };
  };
  const camera = ['--profile', 'heron'];
  expect(bake('creative-display').comments).toContain('input: bt1886, full range');
  expect(bake('creative-log', ...camera).comments.join()).toMatch(/output: heron/);
  expect(bake('monitor', ...camera, '--offset', '2', '--without-look').comments).toEqual(
    expect.arrayContaining(['offset: -2.00 stops of light', 'strength: no look']),
  );
  expect(bake('monitor-partner', ...camera, '--offset', '2').comments).toContain('strength: 100 %');
  expect(bake('trim', ...camera, '--offset', '-1.5').comments).toContain('offset: +1.50 stops of light');
  expect(bake('camera-to-camera', ...camera, '--to', 'wren').comments.join()).toMatch(/output: wren/);
  expect(bake('return', ...camera, '--output', 'srgb').comments).toContain('input: srgb, full range');
});
