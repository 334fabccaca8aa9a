import { expect, test } from 'vitest';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { applyTetrahedral } from '../lut/apply.ts';
import { lookFrom, startingPoints } from '../look/startingPoints.ts';
import { displaySchema } from '../render/display.ts';
import { demoLook, demoLookNames } from '../testing/lookNamed.ts';
import { photographs } from '../testing/photographs.ts';
import { profileOf } from '../testing/profiles.ts';
import { bake, type BakeOrder, compileBake } from './bake.ts';
import { figuresOf, holdsProof, labsOf, type ProofFigures, proofLimits, proveCube } from './proof.ts';

/** A proof foretells what pictures show: photographs that took no part in it come to the same verdict. */

/** Light of the photographs, in stops about their own exposure. */
const exposures = [-1.5, 0.5, 2];
const lights = photographs.flatMap(({ codes }) =>
  exposures.map((stops) => {
    const light = codes.map((v) => v ** 2.4 * 2 ** stops);
    transformBuffer(rgbToRgb(bt709, working), light);
    return light;
  }),
);

/** Every so many pixels, so that the test is not a long one. */
const every = 19;
const few = (rgb: Float32Array) => rgb.filter((_, i) => Math.floor(i / 3) % every === 0);

function onPhotographs(order: BakeOrder) {
  const compiled = compileBake(order);
  const cube = bake(order);
  const labs = labsOf(compiled);
  const errors = lights.flatMap((all) => {
    const codes = few(all);
    compiled.ends.input.fromLight(codes);
    const [exact, baked] = [Float32Array.from(codes), Float32Array.from(codes)];
    compiled.run(exact);
    applyTetrahedral(cube, baked);
    const theirs = labs(exact);
    return labs(baked).map((lab, i) => deltaE2000(lab, theirs[i]));
  });
  return { shown: figuresOf(Float64Array.from(errors)), proof: proveCube(cube, compiled, { count: 4500 }) };
}

const looks = [...demoLookNames.map(demoLook), ...startingPoints.map((p) => lookFrom(p.id, p.label))];
const share = (f: ProofFigures) => Math.max(f.mean / proofLimits.mean, f.p99 / proofLimits.p99);

/** Does one say over where the other is sound by more than a fifth of the limit, or the other way round? */
const isApart = (ours: ProofFigures, shown: ProofFigures) =>
  holdsProof(ours) ? share(shown) > 1.2 : share(shown) < 0.8;

test.each([
  ['creative-display', 'bt1886'],
  ['creative-display', 'p3-d65'],
  ['combined', 'bt1886'],
] as const)(
  '%s files for %s: the proof comes to the verdict of photographs it has not seen',
  (role, output) => {
    const display = displaySchema.parse({ output });
    const found = looks.flatMap((look) =>
      [17, 33].map((grid) => onPhotographs({ look, profile: profileOf('heron'), role, display, grid })),
    );
    const over = found.filter(({ shown }) => !holdsProof(shown)).length;
    // Neither verdict is the only one there is.
    expect(over).toBeGreaterThan(found.length / 10);
    expect(over).toBeLessThan(found.length * 0.9);
    const apart = found.filter(({ proof, shown }) => isApart(proof, shown)).length;
    expect(apart / found.length).toBeLessThan(0.06);
    // Judged evenly on all codes of the display, more would be apart.
    const evenly = found.flatMap(({ proof, shown }) => {
      const whole = proof.groups.find((g) => g.id === 'display')?.figures.tetrahedral;
      return whole ? [isApart(whole, shown)] : [];
    });
    expect(evenly).toHaveLength(role === 'combined' ? 0 : found.length);
    if (evenly.length > 0) expect(evenly.filter(Boolean).length).toBeGreaterThan(apart);
  },
);
