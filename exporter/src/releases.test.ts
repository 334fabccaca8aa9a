import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { parseLook } from '@velvet-dusk/core/look/document';
import { purposeOf } from '@velvet-dusk/core/pack/purpose';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import { type PackSpec, parseSpec } from '@velvet-dusk/core/pack/spec';
import { noReasons, type Reasons } from '@velvet-dusk/core/pack/standing';
import { exportPack } from './exportPack.ts';
import { contents, read, smallSpec } from './testing/smallSpec.ts';
import { placeIn } from './placeIn.ts';
import { startWorkshop } from './testing/workshop.ts';

const workshop = startWorkshop('releases');
const { at } = workshop;
const spec = smallSpec();

test('a release is refused while a heading under which anything stands has no reason of its own', async () => {
  const criteria = ['Oilskin did not pass'];
  const release = { number: 1, date: '2031-04-02', note: '', recipients: '', criteria, reasons: noReasons };
  const destinations = spec.pack.destinations.map((d) => ({ ...d, nameLength: 3 }));
  const pack = { ...spec.pack, destinations };
  const make = (reasons: Partial<Reasons>) =>
    exportPack(
      { ...spec, pack, release: { ...release, reasons: { ...noReasons, ...reasons } } },
      at('held'),
      {
        threads: workshop.threads,
      },
    );
  await expect(make({})).rejects.toThrow(
    /held\. Criteria: 1 looks .*Oilskin did not pass\. Accuracy: \d+ files over their tolerance.*\. Rules: 18 files that do not fit.*characters, 3 fit/,
  );
  // One reason excuses one heading.
  await expect(make({ criteria: 'The client waits.' })).rejects.toThrow(/held\. Accuracy: .*\. Rules: /);
  await expect(make({ criteria: 'The client waits.', rules: 'Renamed there.' })).rejects.toThrow(
    /held\. Accuracy: [^.]*\d/,
  );
  expect(existsSync(at('held'))).toBe(false);
  const reasons = { criteria: 'The client waits.', accuracy: 'Monitors only.', rules: 'Renamed there.' };
  const manifest = await make(reasons);
  expect(manifest.release).toMatchObject({ reasons, standing: { criteria } });
  const { standing } = manifest.release!;
  expect(standing.accuracy).toHaveLength(manifest.files.filter((f) => f.proof && !f.proof.holds).length);
  expect(standing.rules).toHaveLength(18);
  const guide = readFileSync(join(at('held'), 'index.html'), 'utf8');
  for (const said of Object.values(reasons)) expect(guide).toContain(`Released because: ${said}`);
  // A row says which version of a look it is, and for which camera.
  expect(guide).toContain('<td>Slack Water v2</td><td>Heron log</td>');
});

describe('against the release before', () => {
  const release = (number: number) => ({
    number,
    date: '2031-04-02',
    note: '',
    recipients: '',
    criteria: [],
    reasons: { criteria: '', accuracy: 'Small grids.', rules: 'Renamed on the phone.' },
  });
  /** The second release: one look brighter and at another version, the other saved again as it was. */
  const secondSpec = (stops: number): PackSpec => {
    const looks = spec.looks.map((l) => {
      if (l.id !== 'oilskin') return { ...l, version: 3 };
      const brighter = { id: 'brighter', type: 'exposure', params: { stops } };
      const document = { ...l.document, steps: [...l.document.steps, brighter] };
      return { ...l, version: 3, document: parseLook(document, 'brighter') };
    });
    return { ...spec, looks, release: release(2) };
  };
  const previousOf = ({ files }: Manifest) => ({
    number: 1,
    files: files.map((f) => ({ path: f.path, sha256: f.sha256, purpose: purposeOf(f) })),
  });

  test('files that changed are told by how much, also where their name tells another version', async () => {
    const first = await exportPack({ ...spec, release: release(1) }, at('first'), {
      threads: workshop.threads,
    });
    const second = { ...secondSpec(0.3), previous: previousOf(first) };
    const manifest = await exportPack(second, at('second'), {
      threads: workshop.threads,
      before: at('first'),
    });
    for (const { look, destination, path, difference } of manifest.files) {
      if (!look) expect(difference).toBeNull();
      else if (look.id === 'oilskin') {
        expect(difference!.mean).toBeGreaterThan(1);
        expect(difference!.max).toBeGreaterThan(difference!.mean);
      } else if (difference) expect(difference).toEqual({ mean: 0, p99: 0, max: 0 });
      if (look && destination === 'editor') expect(path).toContain('_v3_');
    }
    const less = { ...secondSpec(0.1), previous: previousOf(first) };
    const { files } = await exportPack(less, at('less'), { threads: workshop.threads, before: at('first') });
    for (const [i, { difference }] of files.entries())
      if (difference?.mean) expect(difference.mean).toBeLessThan(0.6 * manifest.files[i].difference!.mean);
    const text = readFileSync(join(at('second'), 'CHANGES.txt'), 'utf8');
    expect(text).toMatch(/^Release 2 against release 1/);
    expect(text).toMatch(/Oilskin_v3_heron.* {2}ΔE2000 \d+\.\d\d in the mean/);
    expect(text).toMatch(/Slack-Water_v3_heron.* {2}the same colours, another header/);
    expect(text).not.toMatch(/New|Gone/);
  });

  test('made again from its own spec it is the same, without the release before at hand', async () => {
    const own = parseSpec(read(join(at('second'), 'pack-spec.json')), 'own');
    await exportPack(own, at('again'), { threads: workshop.threads });
    expect(await contents(at('again'))).toEqual(await contents(at('second')));
  });
});

test.each(['../secret.cube', 'LUTs/../../secret.cube', `../${'x'.repeat(3)}`])(
  'a name that leads out of a folder, %s, is no place in it; one that goes down and up again is',
  (name) => {
    expect(placeIn('/tmp/pack', name)).toBeUndefined();
    // A folder beside it begins with the same letters.
    expect(placeIn('/tmp/pack', '../pack-two/a.cube')).toBeUndefined();
    expect(placeIn('/tmp/pack', 'a/../b.cube')).toBe('/tmp/pack/b.cube');
  },
);
