import { expect, test } from 'vitest';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { transformBuffer } from '../colour/matrix.ts';
import { rgbToRgb } from '../colour/rgbSpace.ts';
import { bt709, working } from '../colour/spaces/index.ts';
import { applyTetrahedral } from '../lut/apply.ts';
import { lookFrom, startingPoints } from '../look/startingPoints.ts';
import { displaySchema } from '../render/display.ts';
import { demoLight, demoSceneNames } from '../testing/demoScenes.ts';
import { demoLook, demoLookNames } from '../testing/lookNamed.ts';
import { photographs } from '../testing/photographs.ts';
import { profileOf } from '../testing/profiles.ts';
import { bake, type BakeOrder, compileBake } from './bake.ts';
import { figuresOf, holdsProof, labsOf, type ProofFigures, proofLimits, proveCube } from './proof.ts';

/** A proof foretells what pictures show that took no part in it: photographs, and the demo's scenes. */

/** Every so many pixels, so that the test is not a long one. */
const every = 19;
const few = (rgb: Float32Array) => rgb.filter((_, i) => Math.floor(i / 3) % every === 0);

/** Light of the photographs in three exposures. */
const shownPhotographs = photographs.flatMap(({ codes }) =>
  [-1.5, 0.5, 2].map((stops) => {
    const light = few(codes).map((v) => v ** 2.4 * 2 ** stops);
    transformBuffer(rgbToRgb(bt709, working), light);
    return light;
  }),
);
/** Of the demo's scenes: how a proof's colours are spread was found on the photographs. */
const shownScenes = demoSceneNames.flatMap((name) => {
  const light = demoLight(name, 420);
  return [-1, 0, 1].map((stops) => light.map((v) => v * 2 ** stops));
});

const share = (f: ProofFigures) => Math.max(f.mean / proofLimits.mean, f.p99 / proofLimits.p99);

/** Shares of the limits a file comes to on some pictures, all of them together and the worst by itself, and its proof. */
function judged(order: BakeOrder) {
  const compiled = compileBake(order);
  const cube = bake(order);
  const labs = labsOf(compiled);
  const on = (lights: readonly Float32Array[]) => {
    const errors = lights.map((light) => {
      const codes = Float32Array.from(light);
      compiled.ends.input.fromLight(codes);
      const [exact, baked] = [Float32Array.from(codes), Float32Array.from(codes)];
      compiled.run(exact);
      applyTetrahedral(cube, baked);
      const theirs = labs(exact);
      return labs(baked).map((lab, i) => deltaE2000(lab, theirs[i]));
    });
    const of = (list: readonly number[]) => share(figuresOf(Float64Array.from(list)));
    return { together: of(errors.flat()), worst: Math.max(...errors.map(of)) };
  };
  const proof = proveCube(cube, compiled, { count: 4500 });
  return { proof, photographs: on(shownPhotographs), scenes: on(shownScenes) };
}

const looks = [...demoLookNames.map(demoLook), ...startingPoints.map((p) => lookFrom(p.id, p.label))];

/** Does it hold by its proof where pictures together are over by more than a fifth of the limit, or not hold where each of them does? */
const isMistaken = (holds: boolean, { together, worst }: { together: number; worst: number }) =>
  holds ? together > 1.2 : worst < 0.8;

test.each([
  ['creative-display', 'bt1886'],
  ['creative-display', 'p3-d65'],
  ['combined', 'bt1886'],
] as const)(
  '%s files for %s: no proof says sound where pictures are over, or over where every picture is sound',
  (role, output) => {
    const display = displaySchema.parse({ output });
    const found = looks.flatMap((look) =>
      [17, 33].map((grid) => ({
        what: `${look.name} ${grid}`,
        ...judged({ look, profile: profileOf('heron'), role, display, grid }),
      })),
    );
    const over = found.filter(({ photographs }) => photographs.together > 1).length;
    // Neither verdict is the only one there is.
    expect(over).toBeGreaterThan(found.length / 10);
    expect(over).toBeLessThan(found.length * 0.9);
    const isAway = ({ proof, photographs: { together } }: (typeof found)[number]) =>
      holdsProof(proof) ? together > 1.2 : together < 0.8;
    expect(found.filter(isAway).length / found.length).toBeLessThan(0.06);
    const apart = (kind: 'photographs' | 'scenes') =>
      found.filter((f) => isMistaken(holdsProof(f.proof), f[kind])).map(({ what }) => what);
    expect(apart('photographs')).toEqual([]);
    expect(apart('scenes').length, apart('scenes').join(', ')).toBeLessThanOrEqual(1);
    // It foretells pictures no worse than one set of them foretells the other.
    const mistaken = (by: (f: (typeof found)[number]) => boolean, of: 'photographs' | 'scenes') =>
      found.filter((f) => isMistaken(by(f), f[of])).length;
    const proofs =
      mistaken((f) => holdsProof(f.proof), 'photographs') + mistaken((f) => holdsProof(f.proof), 'scenes');
    const pictures =
      mistaken((f) => f.scenes.together <= 1, 'photographs') +
      mistaken((f) => f.photographs.together <= 1, 'scenes');
    expect(proofs).toBeLessThanOrEqual(pictures);
    // Judged evenly on all codes of the display it would be further from what they show.
    const off = (of: (f: (typeof found)[number]) => ProofFigures | undefined) =>
      found.reduce((sum, f) => sum + Math.abs(share(of(f)!) - f.photographs.together), 0);
    if (role === 'creative-display')
      expect(
        off(({ proof }) => proof.groups.find((g) => g.id === 'display')?.figures.tetrahedral),
      ).toBeGreaterThan(off(({ proof }) => proof));
  },
);
