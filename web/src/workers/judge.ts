import * as Comlink from 'comlink';
import { apart, type ShownLook } from '@velvet-dusk/core/look/shown';
import { codeToLight } from '@velvet-dusk/core/order/end';
import { simulatePlacement } from '@velvet-dusk/core/look/placement';
import { type Proposal, propose } from '@velvet-dusk/core/proposals/index';
import { type SuitedStrength, suitedStrength } from '@velvet-dusk/core/proposals/strength';
import { PlateEvaluator } from '@velvet-dusk/core/proposals/plateEvaluator';
import { sparse } from '@velvet-dusk/core/numeric/sparse';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import { type DeviceOrder, operate } from './device.ts';
import { toImage } from './toImage.ts';
import { bakeFor, type PlateOrder, trimmedCode } from './develop.ts';
import { cachedPixels, FrameCache } from './frameCache.ts';
import { lutMapFor } from './lutMap.ts';
import { matchPatches, matchTable } from './match.ts';

/** What tries many changes of a look: proposals and suited strengths. A worker of its own, so that scopes never wait. */

const frames = new FrameCache(cachedPixels.stack);
/** Pixels of a plate that are looked at: all of them, a search on some, and enough for a choice among ten strengths. */
const evaluatedPixels = { proposals: Infinity, search: 14_400, strength: 6400 };

async function evaluatorOf(
  plate: PlateOrder,
  look: ShownLook,
  practice: PracticeSettings,
  pixels: number,
  searchPixels = pixels,
): Promise<PlateEvaluator> {
  const luts = await lutMapFor(look);
  const { width, height, code } = await trimmedCode(frames, plate);
  const small = sparse(code, width, height, pixels);
  const { profile, bits, marks } = plate;
  codeToLight(profile)(small.rgb);
  const { display } = apart(look);
  return new PlateEvaluator(
    { width: small.width, height: small.height, scene: small.rgb, profile, bits, display, marks },
    practice,
    luts,
    searchPixels,
  );
}

export const judge = {
  /** What a stand-in device makes of a planned card. */
  operate: (order: DeviceOrder) => operate(frames, order),

  async propose(plate: PlateOrder, look: ShownLook, practice: PracticeSettings): Promise<Proposal[]> {
    const evaluator = await evaluatorOf(
      plate,
      look,
      practice,
      evaluatedPixels.proposals,
      evaluatedPixels.search,
    );
    return propose(evaluator, apart(look).look);
  },

  async strength(plate: PlateOrder, look: ShownLook, practice: PracticeSettings): Promise<SuitedStrength> {
    return suitedStrength(
      await evaluatorOf(plate, look, practice, evaluatedPixels.strength),
      apart(look).look,
    );
  },

  matchTable: (order: Parameters<typeof matchTable>[1]) => matchTable(frames, order),

  matchPatches: (order: Parameters<typeof matchPatches>[1]) => matchPatches(frames, order),

  /** The plate at a size, corrected before and after the look's cube. */
  async placement(plate: PlateOrder, look: ShownLook, width: number, height: number) {
    const luts = await lutMapFor(look);
    const { cube, pipeline } = bakeFor({ look, view: 'look', luts, monitorOffsetStops: 0 }, plate.profile);
    const code = await frames.at(plate.url, width, height);
    const { profile, shot } = plate;
    const { before, after, lost } = simulatePlacement(code, {
      profile,
      shot,
      cube,
      rendering: pipeline.rendering,
    });
    const pictures = [before, after].map((s) => toImage(s, width, height));
    return Comlink.transfer(
      { before: pictures[0], after: pictures[1], lost },
      pictures.map((p) => p.data.buffer),
    );
  },
};

export type Judge = typeof judge;
