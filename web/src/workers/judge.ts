import { trimmedNoise } from '@velvet-dusk/core/plate/trimmedNoise';
import * as Comlink from 'comlink';
import { StepCache } from '@velvet-dusk/core/look/compile';
import { lookOnPlate } from '@velvet-dusk/core/look/onPlate';
import { apart, type ShownLook } from '@velvet-dusk/core/look/shown';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { codeToLight } from '@velvet-dusk/core/order/end';
import { measureArea } from '@velvet-dusk/core/plate/measure';
import { shotFromNeutral } from '@velvet-dusk/core/plate/trim';
import { placementDifference, simulatePlacement } from '@velvet-dusk/core/look/placement';
import { fitEnd } from '@velvet-dusk/core/proposals/endFit';
import type { EndFit } from '@velvet-dusk/core/proposals/endLevels';
import { type Proposal, propose, tryOnOthers } from '@velvet-dusk/core/proposals/index';
import { type SuitedStrength, suitedStrength } from '@velvet-dusk/core/proposals/strength';
import { PlateEvaluator } from '@velvet-dusk/core/proposals/plateEvaluator';
import { sparse } from '@velvet-dusk/core/numeric/sparse';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import { type DeviceOrder, operate } from './device.ts';
import { toImage } from './toImage.ts';
import { correctedCode } from '@velvet-dusk/core/look/trimCode';
import { bakeFor, type PlateOrder } from './develop.ts';
import { cachedPixels, FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';
import { matchPairs, matchPatches, matchTable } from './match.ts';

/** What tries many changes of a look: proposals and suited strengths. A worker of its own, so that scopes never wait. */

const frames = new FrameCache(cachedPixels.stack);
/** Pixels of a plate that are looked at: all of them, a search on some, and enough for what a change does to its neighbours. */
const evaluatedPixels = { proposals: Infinity, search: 14_400, neighbour: 6400, strength: 6400 };

/** What the neutral that is marked on a plate asks of its shot lane. */
function cardOf(
  { neutral, profile, shot }: PlateOrder,
  frame: { width: number; height: number; rgb: Float32Array },
) {
  if (!neutral) return undefined;
  return shotFromNeutral(measureArea(frame, neutral.outline, makeCodec(profile)), neutral.kind, shot);
}

async function evaluatorOf(
  plate: PlateOrder,
  look: ShownLook,
  practice: PracticeSettings,
  { pixels, search = pixels, cache }: { pixels: number; search?: number; cache?: StepCache },
): Promise<PlateEvaluator> {
  const luts = await lutMapFor(look);
  const frame = await frames.frame(plate.url);
  const { width, height, rgb } = sparse(frame.rgb, frame.width, frame.height, pixels);
  const { profile, bits, marks, shot, acceptedMisses } = plate;
  const toLight = codeToLight(profile);
  const correct = (corrected: Shot) => (codes: Float32Array) => {
    correctedCode(profile, corrected)(codes);
    toLight(codes);
  };
  const { display } = apart(look);
  const card = cardOf(plate, frame);
  const strength = look.id === undefined ? undefined : plate.strengths?.[look.id];
  return new PlateEvaluator(
    {
      width,
      height,
      recorded: rgb,
      correct,
      shot,
      card,
      profile,
      bits,
      display,
      marks,
      strength,
      acceptedMisses,
    },
    practice,
    luts,
    search,
    cache,
  );
}

/** Codes of a plate with its corrections on either side of the look's cube. */
async function placementOf(plate: PlateOrder, look: ShownLook, code: Float32Array) {
  const luts = await lutMapFor(look);
  const { profile, shot, strengths } = plate;
  const { cube, pipeline } = bakeFor(
    { look: lookOnPlate(look, strengths), view: 'look', luts, monitorOffsetStops: 0 },
    profile,
  );
  const { rendering } = pipeline;
  return { ...simulatePlacement(code, { profile, shot, cube, rendering }), rendering };
}

export const judge = {
  /** What a stand-in device makes of a planned card. */
  operate: (order: DeviceOrder) => operate(frames, order),

  async propose(plate: PlateOrder, look: ShownLook, practice: PracticeSettings): Promise<Proposal[]> {
    const { proposals: pixels, search } = evaluatedPixels;
    return propose(await evaluatorOf(plate, look, practice, { pixels, search }), apart(look).look);
  },

  /** Proposals for a plate, tried on others as well. */
  async tryOnOthers(
    proposals: readonly Proposal[],
    [plate, ...others]: readonly PlateOrder[],
    look: ShownLook,
    practice: PracticeSettings,
  ): Promise<Proposal[]> {
    const cache = new StepCache();
    const of = (o: PlateOrder, pixels: number) => evaluatorOf(o, look, practice, { pixels, cache });
    const evaluator = await of(plate, evaluatedPixels.proposals);
    const neighbours = await Promise.all(others.map((o) => of(o, evaluatedPixels.neighbour)));
    return tryOnOthers(proposals, evaluator, apart(look).look, neighbours);
  },

  async strength(plate: PlateOrder, look: ShownLook, practice: PracticeSettings): Promise<SuitedStrength> {
    // Whatever it has been given so far.
    const { strengths: _, ...asItSays } = plate;
    return suitedStrength(
      await evaluatorOf(asItSays, look, practice, { pixels: evaluatedPixels.strength }),
      apart(look).look,
    );
  },

  /** Noise of a frame behind its trim, in codes of 10 bits. @param url of the whole frame: a smaller one has less. */
  async trimmedNoise({ profile, shot }: PlateOrder, url: string): Promise<number> {
    const frame = await frames.frame(url);
    return trimmedNoise(frame.rgb, frame, profile, shot);
  },

  matchTable: (order: Parameters<typeof matchTable>[1]) => matchTable(frames, order),

  matchPatches: (order: Parameters<typeof matchPatches>[1]) => matchPatches(frames, order),
  matchPairs: (order: Parameters<typeof matchPairs>[1]) => matchPairs(frames, order),

  /** Puts black or white of a plate at its end. */
  async fitEnd(plate: PlateOrder, look: ShownLook, practice: PracticeSettings, fit: EndFit) {
    const evaluator = await evaluatorOf(plate, look, practice, { pixels: evaluatedPixels.search });
    return fitEnd(evaluator, apart(look).look, fit);
  },

  /** What corrections of a plate lose behind the look's cube, and how far the picture is off, mean ΔE2000. */
  async placementCost(plate: PlateOrder, look: ShownLook) {
    const frame = await frames.frame(plate.url);
    const { rgb } = sparse(frame.rgb, frame.width, frame.height, evaluatedPixels.neighbour);
    const { rendering, ...placement } = await placementOf(plate, look, rgb);
    return { lost: placement.lost, difference: placementDifference(placement, rendering) };
  },

  /** The plate at a size, corrected before and after the look's cube. */
  async placement(plate: PlateOrder, look: ShownLook, width: number, height: number) {
    const code = await frames.at(plate.url, width, height);
    const { before, after, lost } = await placementOf(plate, look, code);
    const pictures = [before, after].map((s) => toImage(s, width, height));
    return Comlink.transfer(
      { before: pictures[0], after: pictures[1], lost },
      pictures.map((p) => p.data.buffer),
    );
  },
};

export type Judge = typeof judge;
