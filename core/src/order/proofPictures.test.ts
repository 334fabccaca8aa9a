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
import { packProofCount } from '../pack/proof.ts';
import { closenessToLimit, figuresOf, labsOf, type Proof, proofVerdict, proveCube } from './proof.ts';

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

/** Shares of the limits a file comes to on a set of pictures: all of them together, and the worst by itself. */
interface OnPictures {
  together: number;
  worst: number;
}

/** A file's proof, and what it comes to on both sets of pictures. */
function judged(order: BakeOrder) {
  const compiled = compileBake(order);
  const cube = bake(order);
  const labs = labsOf(compiled);
  const on = (lights: readonly Float32Array[]): OnPictures => {
    const errors = lights.map((light) => {
      const codes = Float32Array.from(light);
      compiled.ends.input.fromLight(codes);
      const [exact, baked] = [Float32Array.from(codes), Float32Array.from(codes)];
      compiled.run(exact);
      applyTetrahedral(cube, baked);
      const theirs = labs(exact);
      return labs(baked).map((lab, i) => deltaE2000(lab, theirs[i]));
    });
    const of = (list: readonly number[]) => closenessToLimit(figuresOf(Float64Array.from(list)));
    return { together: of(errors.flat()), worst: Math.max(...errors.map(of)) };
  };
  const proof = proveCube(cube, compiled, { count: packProofCount, interpolations: ['tetrahedral'] });
  return { proof, photographs: on(shownPhotographs), scenes: on(shownScenes) };
}
type Judged = ReturnType<typeof judged>;

const looks = [...demoLookNames.map(demoLook), ...startingPoints.map((p) => lookFrom(p.id, p.label))];

/** By more than a fifth of the limit: within by its proof and over on a set of pictures, or over and within on every picture. */
function isMistaken({ proof, photographs, scenes }: Judged): boolean {
  const verdict = proofVerdict(proof);
  if (verdict === 'holds') return Math.max(photographs.together, scenes.together) > 1.2;
  return verdict === 'fails' && Math.max(photographs.worst, scenes.worst) < 0.8;
}

const shareOf = <T>(list: readonly T[], is: (item: T) => boolean) => list.filter(is).length / list.length;

// The edges of "borderline" were found at 17 and 33 points; files of 21 points took no part.
test.each([
  ['creative-display', 'heron', 'bt1886', [17, 33]],
  ['combined', 'heron', 'bt1886', [17, 33]],
  ['combined', 'heron', 'pq', [21]],
  ['creative-display', 'heron', 'hlg', [21]],
] as const)(
  '%s files of %s for %s: no proof says within where pictures are over, or over where every picture is within',
  (role, camera, output, grids) => {
    const display = displaySchema.parse({ output });
    const found = looks.flatMap((look) =>
      grids.map((grid) => ({
        what: `${look.name} ${grid}`,
        ...judged({ look, profile: profileOf(camera), role, display, grid }),
      })),
    );
    expect(found.filter(isMistaken).map(({ what }) => what)).toEqual([]);
    // It says something: files are within and over, and of few it is left open.
    const verdicts = found.map(({ proof }) => proofVerdict(proof));
    expect(shareOf(verdicts, (v) => v === 'holds')).toBeGreaterThan(0.1);
    expect(shareOf(verdicts, (v) => v === 'fails')).toBeGreaterThan(0.1);
    expect(shareOf(verdicts, (v) => v === 'close')).toBeLessThan(0.34);
    // An even spread over all codes would be further from what pictures show.
    const off = (of: (proof: Proof) => number) =>
      found.reduce((sum, f) => sum + Math.abs(of(f.proof) - f.photographs.together), 0);
    const even = ({ groups }: Proof) =>
      closenessToLimit(groups.find(({ id }) => id === 'display' || id === 'gamut')!.figures.tetrahedral!);
    if (role === 'creative-display') expect(off(even)).toBeGreaterThan(off(closenessToLimit));
  },
);
