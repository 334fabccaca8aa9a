import { compilePipeline } from '@velvet-dusk/core/order/pipeline';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import { codeToLight } from '@velvet-dusk/core/order/end';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { comparePatches, type PatchDifference, type ShownPatch } from '@velvet-dusk/core/match/patches';
import { boxOutline, type GridMark, patchOutlines, type Point } from '@velvet-dusk/core/plate/marks';
import { meanCode, measureArea } from '@velvet-dusk/core/plate/measure';
import type { MarkPair } from '@velvet-dusk/core/plate/pairs';
import { trimmedLight } from '@velvet-dusk/core/plate/trim';
import { type DisplayPixels, displayPixels } from '@velvet-dusk/core/match/displayOklab';
import {
  matchDistance,
  type MatchFollow,
  type MatchSolution,
  shownPixels,
  solveMatch,
} from '@velvet-dusk/core/match/solve';
import { withMatch } from '@velvet-dusk/core/match/steer';
import { isMatchStep, type MatchPart } from '@velvet-dusk/core/match/unknowns';
import { type PictureStatistics, pictureStatistics } from '@velvet-dusk/core/match/statistics';
import { beyondGrading, differenceInWords, pairInWords } from '@velvet-dusk/core/match/words';
import { sparse } from '@velvet-dusk/core/numeric/sparse';
import { compileRendering } from '@velvet-dusk/core/render/rendering';
import { type PlateOrder, trimmedCode } from './develop.ts';
import type { FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';

/** What a plate is held against: a finished still, or another plate under the same look. */
export type MatchAim = { kind: 'still'; url: string } | { kind: 'plate'; plate: PlateOrder };

export interface MatchTable {
  plate: PictureStatistics;
  aim: PictureStatistics;
  words: string[];
  beyond: string[];
  /** Root mean square difference of the statistics, hundredths of Oklab. */
  distance: number;
}
export interface MatchResult extends MatchSolution {
  /** The same two figures on another plate, which the solve has not seen. */
  second: { before: number; after: number } | null;
}

/** Pixels a picture is judged by, and solved on. */
const pixels = { table: 20_000, solve: 2600 };

async function sceneOf(frames: FrameCache, plate: PlateOrder, count: number) {
  const { width, height, code } = await trimmedCode(frames, plate);
  const { rgb } = sparse(code, width, height, count);
  codeToLight(plate.profile)(rgb);
  return rgb;
}

/** A look without the steps of a match. */
const unmatched = (look: ShownLook): ShownLook => ({
  ...look,
  steps: look.steps.filter((s) => !isMatchStep(s)),
});
const renderingOf = (look: ShownLook) => compileRendering(look.rendering);

async function shownPlate(frames: FrameCache, plate: PlateOrder, look: ShownLook, count: number) {
  const scene = await sceneOf(frames, plate, count);
  return shownPixels(scene, look, renderingOf(look), await lutMapFor(look));
}

/** Display code of the aim; a plate is shown by the look it is matched under, without what the match added. */
async function aimCode(
  frames: FrameCache,
  aim: MatchAim,
  look: ShownLook,
  count: number,
): Promise<Float32Array> {
  if (aim.kind === 'still') {
    const { rgb, width, height } = await frames.frame(aim.url);
    return sparse(rgb, width, height, count).rgb;
  }
  const scene = await sceneOf(frames, aim.plate, count);
  const plain = unmatched(look);
  const pipeline = compilePipeline({
    profile: aim.plate.profile,
    look: plain,
    luts: await lutMapFor(plain),
  });
  pipeline.look(scene);
  pipeline.output(scene);
  return scene;
}

/** Where a plate stands beside its aim. */
export async function matchTable(
  frames: FrameCache,
  { plate, look, aim }: { plate: PlateOrder; look: ShownLook; aim: MatchAim },
): Promise<MatchTable> {
  const mine = await shownPlate(frames, plate, look, pixels.table);
  const theirs = displayPixels(await aimCode(frames, aim, look, pixels.table), renderingOf(look));
  const [p, r] = [mine, theirs].map(pictureStatistics);
  return {
    plate: p,
    aim: r,
    words: differenceInWords(p, r),
    beyond: beyondGrading(p, r),
    distance: matchDistance(mine, theirs),
  };
}

/** Light of places on a plate, behind its shot lane, read from the whole frame: working RGB, one after the other. */
async function placesLight(
  frames: FrameCache,
  { profile, shot }: PlateOrder,
  frameUrl: string,
  outlines: readonly Point[][],
): Promise<Float32Array> {
  const frame = await frames.frame(frameUrl);
  const codec = makeCodec(profile);
  return Float32Array.from(outlines.flatMap((o) => trimmedLight(measureArea(frame, o, codec), shot)));
}

/** Light of a plate as the look shows it: display code, one after the other. */
async function shownLight(
  light: Float32Array,
  { profile }: PlateOrder,
  look: ShownLook,
): Promise<Float32Array> {
  const { lane, output } = compilePipeline({ profile, look, luts: await lutMapFor(look) });
  const rgb = Float32Array.from(light);
  lane.run(rgb);
  output(rgb);
  return rgb;
}

const named = (names: readonly string[], code: Float32Array): ShownPatch[] =>
  names.map((name, i) => ({ name, code: [code[i * 3], code[i * 3 + 1], code[i * 3 + 2]] }));

/** The chart of a plate as the look shows it. */
async function shownPatches(
  frames: FrameCache,
  { plate, frameUrl, chart }: ChartOrder,
  look: ShownLook,
): Promise<ShownPatch[]> {
  const light = await placesLight(frames, plate, frameUrl, patchOutlines(chart));
  return named(
    chart.patches.map((p) => p.name),
    await shownLight(light, plate, look),
  );
}

/** Things that are marked on a plate and on its aim. */
export interface PairsOrder {
  pairs: readonly MarkPair[];
  /** The whole frames. */
  plateUrl: string;
  aimUrl: string;
}

/** Light of the pairs on the plate. */
const platePairs = (frames: FrameCache, plate: PlateOrder, { pairs, plateUrl }: PairsOrder) =>
  placesLight(
    frames,
    plate,
    plateUrl,
    pairs.map(({ mine }) => boxOutline(mine.area)),
  );

/** Display code of the pairs on the aim, shown as the aim is. */
async function aimPairs(
  frames: FrameCache,
  aim: MatchAim,
  { pairs, aimUrl }: PairsOrder,
  look: ShownLook,
): Promise<Float32Array> {
  const outlines = pairs.map(({ theirs }) => boxOutline(theirs.area));
  if (aim.kind === 'plate')
    return shownLight(await placesLight(frames, aim.plate, aimUrl, outlines), aim.plate, unmatched(look));
  const frame = await frames.frame(aimUrl);
  return Float32Array.from(outlines.flatMap((o) => meanCode(frame, o)));
}

/** Pairs on a plate and on its aim under one look, the furthest apart first; the match counts for the plate alone. */
export async function matchPairs(
  frames: FrameCache,
  { plate, aim, look, pairs }: { plate: PlateOrder; aim: MatchAim; look: ShownLook; pairs: PairsOrder },
): Promise<(PatchDifference & { says: string })[]> {
  const names = pairs.pairs.map((p) => p.name);
  const light = await platePairs(frames, plate, pairs);
  const mine = named(names, await shownLight(light, plate, look));
  const theirs = named(names, await aimPairs(frames, aim, pairs, look));
  return comparePatches(mine, theirs, renderingOf(look))!.map((d) => ({ ...d, says: pairInWords(d) }));
}

/** A plate and the chart on it. */
export interface ChartOrder {
  plate: PlateOrder;
  frameUrl: string;
  chart: GridMark;
}

/** The same chart on two plates under one look; the match counts for the plate alone. */
export async function matchPatches(
  frames: FrameCache,
  { plate, aim, look }: { plate: ChartOrder; aim: ChartOrder; look: ShownLook },
): Promise<PatchDifference[] | null> {
  const mine = await shownPatches(frames, plate, look);
  return comparePatches(mine, await shownPatches(frames, aim, unmatched(look)), renderingOf(look));
}

/** Solves for the steps that bring a plate to its aim, on top of the look without those of an earlier match. */
export async function matchSolve(
  frames: FrameCache,
  order: {
    plate: PlateOrder;
    look: ShownLook;
    aim: MatchAim;
    keepSkin: boolean;
    follow: MatchFollow;
    only: readonly MatchPart[];
    /** What the solve is weighted to; null for the picture alone. */
    pairs: PairsOrder | null;
    second: PlateOrder | null;
  },
): Promise<MatchResult> {
  const { plate, aim, keepSkin, follow, only, second } = order;
  const look = unmatched(order.look);
  const luts = await lutMapFor(look);
  const reference = await aimCode(frames, aim, look, pixels.solve);
  const scene = await sceneOf(frames, plate, pixels.solve);
  const pairs = order.pairs && {
    scene: await platePairs(frames, plate, order.pairs),
    aim: await aimPairs(frames, aim, order.pairs, look),
  };
  const solution = solveMatch({
    scene,
    look,
    reference,
    keepSkin,
    follow,
    only,
    luts,
    pairs: pairs ?? undefined,
  });
  const { steps } = solution;
  let check: MatchResult['second'] = null;
  if (second) {
    const theirs: DisplayPixels = displayPixels(reference, renderingOf(look));
    const under = async (l: ShownLook) =>
      matchDistance(await shownPlate(frames, second, l, pixels.solve), theirs);
    check = { before: await under(look), after: await under(withMatch(look, steps)) };
  }
  return { ...solution, second: check };
}
