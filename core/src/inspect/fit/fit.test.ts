import { expect, test } from 'vitest';
import { deltaE2000 } from '../../colour/deltaE2000.ts';
import { parseLook } from '../../look/document.ts';
import { lookFrom } from '../../look/startingPoints.ts';
import { lutOf } from '../../lut/lut.ts';
import { bake } from '../../order/bake.ts';
import { compileOrder } from '../../order/pipeline.ts';
import { lutOrder } from '../../order/bake.ts';
import { standardDisplay } from '../../render/display.ts';
import { demoLook } from '../../testing/lookNamed.ts';
import { demoLight, demoSceneNames } from '../../testing/demoScenes.ts';
import { profileOf } from '../../testing/profiles.ts';
import { displayCandidates, sceneCandidate } from '../identify/ends.ts';
import { labAt, View } from '../report/view.ts';
import { fitLook } from './fit.ts';
import { originNote } from './originNote.ts';

/** LUTs of known looks, taken apart again: measured on the fit's own colours, and on the plates it has never seen. */

const heron = profileOf('heron');
const looks = {
  'cold-dusk': lookFrom('cold-dusk', 'Cold dusk'),
  oilskin: demoLook('oilskin'),
  'daylight-print': lookFrom('daylight-print', 'Daylight print'),
  'lamplight-negative': demoLook('lamplight-negative'),
};
/** ΔE2000 in the mean that may be left: of looks made of ordinary steps, and of film. */
const limits = { 'cold-dusk': 1, oilskin: 1, 'daylight-print': 2.5, 'lamplight-negative': 2.5 };
/** On plates as well, but where lamplight is fuller than any colour the fit looks at, and this look holds yellow alone. */
const onPlates: Partial<Record<string, number>> = {
  'oilskin galley-tungsten': 1.7,
  'oilskin quay-blue-hour': 1.2,
};
const names = Object.keys(looks) as (keyof typeof looks)[];

test.each(names)(
  '%s',
  (name) => {
    const look = looks[name];
    const lut = lutOf(bake({ role: 'combined', profile: heron, look, display: standardDisplay, grid: 33 }));
    const output = displayCandidates().find((d) => d.preset === look.rendering.preset)!;
    let told = 0;
    const fit = fitLook(new View(lut, sceneCandidate(heron), output), () => told++);
    expect(told).toBeGreaterThan(50);
    expect(fit.mean).toBeLessThan(limits[name]);
    expect(fit.before).toBeGreaterThan(2 * fit.mean);
    expect(fit.worst[0].deltaE).toBeGreaterThanOrEqual(fit.p99);

    const document = parseLook(
      {
        kind: 'velvet-dusk/look',
        schemaVersion: look.schemaVersion,
        name: 'Learnt',
        notes: originNote({ path: 'a/b.cube', sha256: 'f'.repeat(64), headline: 'A conversion.', fit }),
        steps: fit.steps,
        rendering: fit.rendering,
      },
      'learnt',
    );
    expect(document.notes).toMatch(/Learnt from a\/b\.cube.*\n.*\nSteps fitted to it; ΔE2000 left/s);
    const [mine, theirs] = [document, look].map((l) =>
      compileOrder(lutOrder({ role: 'combined', look: l, profile: heron, display: standardDisplay })),
    );
    for (const scene of demoSceneNames) {
      const light = demoLight(scene, 1500);
      const shown = [mine, theirs].map((order) => {
        const rgb = Float32Array.from(light);
        order.look(rgb);
        order.output(rgb);
        return rgb;
      });
      let sum = 0;
      for (let p = 0; p < light.length; p += 3) sum += deltaE2000(labAt(shown[0], p), labAt(shown[1], p));
      expect(sum / (light.length / 3), `on ${scene}`).toBeLessThan(
        onPlates[`${name} ${scene}`] ?? limits[name],
      );
    }
  },
  60_000,
);

test('a look that is simple comes back simple: the steps it was made of', () => {
  const lut = lutOf(
    bake({ role: 'combined', profile: heron, look: looks['cold-dusk'], display: standardDisplay, grid: 33 }),
  );
  const { steps } = fitLook(new View(lut, sceneCandidate(heron), displayCandidates()[0]));
  expect(steps.map((s) => s.type)).toEqual(['contrast', 'zones', 'saturation']);
  expect(steps[0].params.contrast).toBeCloseTo(1.12, 1);
  expect(steps[2].params.amount).toBeCloseTo(0.8, 1);
});

test('work that is broken off throws what broke it off', () => {
  const lut = lutOf(
    bake({ role: 'conversion', profile: heron, look: looks.oilskin, display: standardDisplay, grid: 9 }),
  );
  const stop = new Error('stopped');
  expect(() =>
    fitLook(new View(lut, sceneCandidate(heron), displayCandidates()[0]), () => {
      throw stop;
    }),
  ).toThrow(stop);
});
