import { describe, expect, test } from 'vitest';
import { allProfiles } from '../../testing/profiles.ts';
import { compoundOf } from './compounds.ts';
import { decodeName } from './fileName.ts';
import { type TaughtWord, taughtFor, teachingFolder, withoutTaught, withTaught } from './taught.ts';

const context = { profiles: allProfiles, looks: [{ name: 'Slack Water' }] };
const read = (file: string, taught: readonly TaughtWord[] = []) =>
  decodeName(file, { ...context, taught: taughtFor(file, taught) }).tokens.map(
    (t) => `${t.text}: ${t.tells === null ? '' : `${t.tells}, `}${t.meaning}`,
  );

describe('compounds', () => {
  test.each([
    ['HeronLog2Rec709.cube', ['HeronLog: camera', '2: direction', 'Rec709: display']],
    ['heronlog2rec709.cube', ['heronlog: camera', '2: direction', 'rec709: display']],
    ['WrenWideGamut_to_P3D65.cube', ['Wren: camera', 'WideGamut: gamut', 'to: direction', 'P3D65: ']],
    ['LookSlackWaterV3.cube', ['Look: kind', 'SlackWater: look', 'V3: version']],
    ['ConversionFull33.cube', ['Conversion: role', 'Full: range', '33: grid']],
    ['709G24.cube', ['709: display', 'G24: curve']],
  ])('%s', (file, starts) => {
    const tokens = read(file);
    // P3 at D65 is a display of the program by its own ID.
    expect(tokens.map((t) => t.replace(/,.*/, '').replace(/^(P3D65: ).*/, '$1'))).toEqual(starts);
  });

  test('a word that only begins like a known one, or ends like one, stays whole', () => {
    for (const word of ['Looking', 'Flatland', 'Prolog', 'Analog', 'Lutetia', 'look7', 'Tolog', 'Catalogue'])
      expect(read(`${word}.cube`), word).toEqual([`${word}: not known`]);
  });

  test('a text as long as a name may be is not tried for long', () => {
    let tried = 0;
    compoundOf('a1'.repeat(120), () => {
      tried++;
      return true;
    });
    expect(tried).toBe(0);
  });

  test('the fewest words are taken, and nothing may be left over', () => {
    const known = new Set(['a1', 'b2', 'a1b2', 'c3']);
    expect(compoundOf('a1b2c3', (p) => known.has(p))).toEqual(['a1b2', 'c3']);
    expect(compoundOf('a1b2x', (p) => known.has(p))).toBeNull();
    expect(
      compoundOf('a1b2', (p) => known.has(p)),
      'one known word is no compound',
    ).toBeNull();
  });
});

describe('ranges and dynamic range', () => {
  test.each([
    ['Night_full-to-legal', 'full-to-legal: range, full range in, narrow range out'],
    ['Night_DataToVideo', 'DataToVideo: range, full range in, narrow range out'],
    ['Night_legal_to_full', 'legal to full: range, narrow range in, full range out'],
    ['Night_Legal2Legal', 'Legal2Legal: range, narrow range in, narrow range out'],
    ['Night_full', 'full: range, full range: all codes'],
    ['Night_SDR', 'SDR: dynamic range, standard dynamic range'],
    ['Night_HDR', 'HDR: dynamic range, high dynamic range'],
    ['Night_ST2084', 'ST2084: curve, PQ'],
    ['Night_1000nits', '1000nits: peak, 1000 cd/m² at most'],
  ])('%s', (file, last) => {
    expect(read(`${file}.cube`)).toEqual(['Night: not known', last]);
  });

  test('709 is a display, not a grid', () => {
    expect(decodeName('Night_709.cube', context).grid).toBeNull();
    expect(decodeName('Night_709_33.cube', context).grid).toBe(33);
  });
});

describe('taught words', () => {
  const words: TaughtWord[] = [
    { folder: 'Maker', text: 'K7', tells: 'profile', is: 'wren' },
    { folder: 'Maker', text: 'VS', tells: 'role', is: 'monitor' },
    { folder: 'Maker', text: 'ebb', tells: 'other', is: 'the night scenes' },
    { folder: 'Other', text: 'K7', tells: 'look', is: 'Kelp' },
  ];

  test('hold in the folder they were taught in, with those below it, and in no other', () => {
    expect(read('Maker/K7_VS_Ebb.cube', words)).toEqual([
      'K7: camera, Wren log',
      'VS: role, monitor',
      'Ebb: taught, the night scenes',
    ]);
    expect(decodeName('Maker/day/K7_VS.cube', { ...context, taught: words.slice(0, 2) })).toMatchObject({
      profile: 'wren',
      role: 'monitor',
    });
    expect(read('Other/K7.cube', words)).toEqual(['K7: look, Kelp']);
    expect(read('K7.cube', words)).toEqual(['K7: not known']);
  });

  test('stand in compounds too', () => {
    expect(read('Maker/K7ToRec709.cube', words)).toEqual([
      'K7: camera, Wren log',
      'To: direction, from what is before to what follows',
      'Rec709: display, BT.709',
    ]);
  });

  test('one whose profile is gone is not known again', () => {
    const gone: TaughtWord = { folder: '', text: 'K7', tells: 'profile', is: 'nobody' };
    expect(read('K7.cube', [gone])).toEqual(['K7: not known']);
  });

  test('taught anew, the word before goes; forgotten, it is gone', () => {
    const again: TaughtWord = { folder: 'Maker', text: 'k7', tells: 'profile', is: 'heron' };
    expect(withTaught(words, again)).toEqual([...words.slice(1), again]);
    expect(withoutTaught(words, again)).toEqual(words.slice(1));
  });

  test('only what may be in a name is weighed with it', () => {
    expect(taughtFor('Maker/Night.cube', words)).toEqual([]);
    expect(teachingFolder('a/b/c.cube')).toBe('a');
    expect(teachingFolder('c.cube')).toBe('');
  });
});
