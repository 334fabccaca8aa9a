import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { correctLight, neutralShot, type Shot } from '../look/shot.ts';
import { compileEnd, sceneEnd } from '../order/end.ts';
import { standardRendering } from '../render/rendering.ts';
import { profileOf } from '../testing/profiles.ts';
import { boxOutline, gridPatches, type Mark } from './marks.ts';
import { measureArea } from './measure.ts';
import { surestNeutral } from './neutral.ts';
import { shotFromNeutral } from './trim.ts';

const area = { x0: 0, y0: 0, x1: 1, y1: 1 };
const box = (kind: 'neutral' | 'greyCard' | 'whiteCard' | 'skin', id: string): Mark => ({ id, kind, area });
const chart = (references: ([number, number, number] | null)[]): Mark => ({
  id: 'c',
  kind: 'chart',
  corners: [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ],
  patches: gridPatches(references.length, 1).map((p, i) => ({ ...p, reference: references[i] })),
});

test('the surest neutral: a grey card, then a patch that its chart calls neutral, then what is marked neutral or white', () => {
  expect(surestNeutral([])).toBeNull();
  expect(surestNeutral([box('skin', 's')])).toBeNull();
  expect(surestNeutral([box('whiteCard', 'w'), box('neutral', 'n')])?.kind).toBe('neutral');
  expect(surestNeutral([box('neutral', 'n'), box('greyCard', 'g')])?.kind).toBe('greyCard');
  const coloured = chart([[0.4, 0.1, 0.1], null]);
  expect(surestNeutral([coloured])).toBeNull();
  const greys = chart([
    [0.9, 0.9, 0.88],
    [0.4, 0.1, 0.1],
    [0.19, 0.19, 0.188],
    [0.05, 0.05, 0.05],
  ]);
  const found = surestNeutral([box('neutral', 'n'), greys])!;
  expect(found.kind).toBe('greyCard');
  // The third of four patches.
  expect(Math.min(...found.outline.map(([x]) => x))).toBeGreaterThan(0.5);
  expect(Math.max(...found.outline.map(([x]) => x))).toBeLessThan(0.75);
  expect(surestNeutral([chart([[0.9, 0.9, 0.9]])])?.kind).toBe('neutral');
});

test.each<Partial<Shot>>([{ mired: 60, exposure: 1.3 }, { mired: -40, duv: 0.006, exposure: -0.8 }, {}])(
  'a grey card recorded off by %o gives the shot lane that takes it back, within 0.02 stop in every channel',
  (off) => {
    const profile = profileOf('heron');
    const rgb = new Float32Array(16 * 3).fill(0.18);
    correctLight({ ...neutralShot, ...off })(rgb);
    compileEnd(sceneEnd(profile), standardRendering).fromLight(rgb);
    const reading = measureArea({ width: 4, height: 4, rgb }, boxOutline(area), makeCodec(profile));
    const shot = shotFromNeutral(reading, 'greyCard', neutralShot)!;
    const light = Float32Array.from(reading.light);
    correctLight({ ...neutralShot, ...shot })(light);
    for (const v of light) expect(Math.abs(Math.log2(v / 0.18))).toBeLessThan(0.02);
    expect(shotFromNeutral(reading, 'neutral', neutralShot)!.exposure).toBeUndefined();
  },
);
