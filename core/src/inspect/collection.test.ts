import { describe, expect, test } from 'vitest';
import { parseLut } from '../formats/lutFormats/index.ts';
import { writeCube } from '../formats/cubeWrite.ts';
import { writeSpi3d } from '../formats/spi3d.ts';
import { sha256Hex } from '../look/hash.ts';
import { lookFrom } from '../look/startingPoints.ts';
import { type Cube3d } from '../lut/cube.ts';
import { lutOf } from '../lut/lut.ts';
import { bake, type BakeOrder } from '../order/bake.ts';
import { displaySchema, standardDisplay } from '../render/display.ts';
import { allProfiles, profileOf } from '../testing/profiles.ts';
import { chooseLut } from './choose.ts';
import { type Compared, groupLuts } from './collection.ts';
import { differenceWords } from './compareWords.ts';
import { decodeName, nameDoubts } from './names/fileName.ts';
import { startingLooks } from './identify/knownLooks.ts';
import { type FullReport, reportLut } from './report/report.ts';

const [heron, wren] = [profileOf('heron'), profileOf('wren')];
const cube = (role: BakeOrder['role'], look: string, more: Partial<BakeOrder> = {}): Cube3d =>
  bake({
    role,
    profile: heron,
    look: lookFrom(look, look),
    display: standardDisplay,
    grid: 17,
    offset: 1,
    ...more,
  });

const reports = new Map<string, FullReport>();
/** A report, made once. */
function reportOf(name: string, make: () => Cube3d): FullReport {
  let report = reports.get(name);
  if (!report) reports.set(name, (report = reportLut(lutOf(make()), allProfiles, startingLooks())));
  return report;
}
const compared = (report: FullReport, text = JSON.stringify(report.valuesKey)): Compared => ({
  ...report,
  sha256: sha256Hex(new TextEncoder().encode(text)),
  domain: JSON.stringify([report.file.domainMin, report.file.domainMax]),
});

const dusk = () => reportOf('dusk', () => cube('combined', 'cold-dusk'));
const duskWren = () => reportOf('dusk wren', () => cube('combined', 'cold-dusk', { profile: wren }));
const dusk33 = () => reportOf('dusk 33', () => cube('combined', 'cold-dusk', { grid: 33 }));
const amber = () => reportOf('amber', () => cube('combined', 'amber-street'));
const conversion = () => reportOf('conversion', () => cube('conversion', 'neutral'));
const conversionWren = () =>
  reportOf('conversion wren', () => cube('conversion', 'neutral', { profile: wren }));
const monitor = () => reportOf('monitor', () => cube('monitor', 'cold-dusk'));

describe('groups', () => {
  test('the same values in another format are duplicates, whatever the file says of itself', () => {
    const one = cube('combined', 'cold-dusk');
    const texts = [writeCube(one), writeCube({ ...one, title: 'Another' }), writeSpi3d(one)];
    const files = texts.map((t, i) =>
      compared(reportLut(parseLut(t, `${i}.${['cube', 'cube', 'spi3d'][i]}`), allProfiles), t),
    );
    expect(new Set(files.map((f) => f.sha256)).size).toBe(3);
    expect(groupLuts([...files, compared(amber())]).duplicates).toEqual([[0, 1, 2]]);
  });

  test('one node that is off makes it no duplicate, but nearly one', () => {
    const one = cube('combined', 'cold-dusk');
    const other = { ...one, data: one.data.with(((8 * 17 + 9) * 17 + 7) * 3, 0.9) };
    const files = [one, other].map((c, i) => compared(reportLut(lutOf(c), allProfiles), `${i}`));
    const { duplicates, near } = groupLuts(files);
    expect(duplicates).toEqual([]);
    expect(near).toEqual([[0, 1]]);
  });

  test('a look on another camera and another grid is a family; another look, and one a stop darker, are not of it', () => {
    const files = [dusk(), amber(), duskWren(), conversion(), dusk33(), conversionWren(), monitor()].map(
      (r) => compared(r),
    );
    expect(groupLuts(files).families).toEqual([
      [0, 2, 4],
      [3, 5],
    ]);
  });
});

describe('the chooser', () => {
  const list = () => [dusk(), conversionWren(), conversion(), monitor(), amber()];
  const shoot = { profile: heron, bits: 10, display: 'bt1886', use: 'normalise' } as const;

  test('finds the one that normalises this camera, and says of the others why not', () => {
    const [first, ...others] = chooseLut(list(), shoot);
    expect(first).toMatchObject({ at: 2, fits: true });
    expect(first.reasons[0]).toMatch(/It takes Heron log, gives BT\.709/);
    for (const { fits, reasons } of others) {
      expect(fits).toBe(false);
      expect(reasons.length).toBeGreaterThan(0);
    }
    const why = (at: number) => others.find((c) => c.at === at)!.reasons.join(' ');
    expect(why(1)).toMatch(/takes Wren log; this shoot records Heron log/);
    expect(why(3)).toMatch(/works as monitor/);
  });

  test('a look, a monitor and another display ask for others', () => {
    expect(
      chooseLut(list(), { ...shoot, use: 'look' })
        .filter((c) => c.fits)
        .map((c) => c.at)
        .sort(),
    ).toEqual([0, 4]);
    expect(chooseLut(list(), { ...shoot, use: 'monitor' })[0].fits).toBe(true);
    const none = chooseLut(list(), { ...shoot, display: 'p3-d65' });
    expect(none.some((c) => c.fits)).toBe(false);
    expect(none[0].reasons.join(' ')).toMatch(/gives BT\.709, gamma 2\.4; the display is P3-D65/);
  });

  test('8 bits of log are warned of', () => {
    const [first] = chooseLut(list(), { ...shoot, bits: 8 });
    expect(first.at).toBe(2);
    expect(first.reasons.join(' ')).toMatch(/At 8 bits one code moves the picture by \d\.\d steps of 255/);
  });
});

describe('two in words', () => {
  test('less contrast and warmer light are said', () => {
    const words = differenceWords('A', dusk(), 'B', amber());
    expect(words).toMatch(/^B is A with less contrast/);
    expect(words).toMatch(/warmer shadows/);
    expect(differenceWords('A', dusk(), 'B', dusk33())).toBe('B does what A does.');
  });
});

describe('names', () => {
  const context = { profiles: allProfiles, looks: [{ name: 'Slack Water' }] };
  const tells = (file: string) => decodeName(file, context).tokens.map((t) => `${t.text}: ${t.tells}`);

  test('of ours are read part by part', () => {
    expect(tells('pack/Slack-Water_v3_heron_bt1886_combined_s40_33.cube')).toEqual([
      'Slack-Water: look',
      'v3: version',
      'heron: camera',
      'bt1886: display',
      'combined: role',
      's40: strength',
      '33: grid',
    ]);
  });

  test('of others by the words makers use; what is not known is said', () => {
    expect(tells('LOOK_Heron_to_BT709_65pt_legal_zzz.cube')).toEqual([
      'LOOK: kind',
      'Heron: camera',
      'to: direction',
      'BT709: display',
      '65pt: grid',
      'legal: range',
      'zzz: null',
    ]);
  });

  test('what the file does not bear out is said', () => {
    const name = decodeName('heron_to_BT709_conversion_33.cube', context);
    const found = { size: 17, role: 'combined', profile: 'wren', share: 0.99 } as const;
    expect(nameDoubts(name, found).join(' ')).toMatch(/says 33 points, the file has 17.*fits wren/);
    expect(nameDoubts(name, { ...found, size: 33, share: 0.5 })).toEqual([]);
  });
});

test('another display is told from the usual one', () => {
  const display = displaySchema.parse({ output: 'p3-d65' });
  const { identity } = reportLut(lutOf(cube('conversion', 'neutral', { display, grid: 33 })), allProfiles);
  expect(identity.readings[0]).toMatchObject({ role: 'conversion', output: 'P3-D65, gamma 2.6' });
});
