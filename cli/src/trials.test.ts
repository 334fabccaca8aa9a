import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { writeTrialSpec } from '@velvet-dusk/core/trial/spec';
import { smallTrial } from '@velvet-dusk/exporter/testing/smallTrial';
import { dusk, newFolder } from './testing/dusk.ts';

const { at } = newFolder();

/** Trials on the command line, as they stand in somebody's build. */

const gate = (readings: string[]) => ({
  plateIds: ['lit'],
  readings,
  exposure: { low: -0.5, high: 0.5 },
  balance: { low: 0, high: 0 },
});
const spec = (name: string, readings: string[]) => {
  const path = at(`${name}.json`);
  writeFileSync(
    path,
    JSON.stringify({ ...writeTrialSpec(smallTrial()), gate: gate(readings), endurance: false }),
  );
  return path;
};

test('a run whose gate is passed ends with 0, one whose gate is not ends with 1 and names what failed', async () => {
  const passed = await dusk('trial', '--spec', spec('passes', ['clipped']), '--out', at('passes'), '--json');
  expect(passed).toMatchObject({ code: 0, err: '' });
  const told = JSON.parse(passed.out) as { gatePassed: boolean; cells: unknown[] };
  expect(told.gatePassed).toBe(true);
  expect(told.cells).toHaveLength(12);
  expect(readFileSync(at('passes/cells.csv'), 'utf8').trim().split('\r\n')).toHaveLength(13);

  // Of a neutral look on a skin chart no shadow is at black: the black reading cannot hold.
  const failed = await dusk('trial', '--spec', spec('fails', ['black']), '--out', at('fails'));
  expect(failed.code).toBe(1);
  expect(failed.err).toMatch(/the gate is not passed:\n {2}Plain, "so" on Lit: exposure holds to/);
  expect(failed.err).toMatch(/asked for \(Black\)/);
  // The run is kept all the same.
  expect(JSON.parse(readFileSync(at('fails/trial-result.json'), 'utf8'))).toMatchObject({
    kind: 'velvet-dusk/trial-result',
  });
});

test('shards are merged by the command that merges packs; a bad shard is told in words', async () => {
  const file = spec('sharded', ['clipped']);
  for (const i of [1, 2])
    expect((await dusk('trial', '--spec', file, '--out', at(`shard-${i}`), '--shard', `${i}/2`)).code).toBe(
      0,
    );
  const merged = await dusk('merge', '--out', at('whole'), at('shard-1'), at('shard-2'));
  expect(merged.code).toBe(0);
  expect(readFileSync(at('whole/cells.csv'), 'utf8')).toBe(readFileSync(at('passes/cells.csv'), 'utf8'));
  const bad = await dusk('trial', '--spec', file, '--out', at('bad'), '--shard', '3/2');
  expect(bad).toMatchObject({ code: 2 });
  expect(bad.err).toMatch(/3\/2 is no I\/N/);
});
