import { z } from 'zod';
import { type EnduranceKind, enduranceKinds, enduranceSearch } from './endurance.ts';
import { trialReadingIds } from './readingIds.ts';
import type { EnduranceResult } from './result.ts';

const rangeOf = (kind: EnduranceKind) => {
  const { low, high } = enduranceSearch[kind].ends;
  return z.strictObject({ low: z.number().min(low).max(0), high: z.number().min(0).max(high) });
};

/** What a look has to hold before it is released. */
export const gateSchema = z.strictObject({
  /** Plates it has to hold on; all of a run where none are named. */
  plateIds: z.array(z.string()).max(200).default([]),
  /** Readings that have to hold; all where none are named. */
  readings: z.array(z.enum(trialReadingIds)).default([]),
  /** Stops the camera may be under and over. */
  exposure: rangeOf('exposure').default({ low: -0.5, high: 0.5 }),
  /** Mired the light may be off. */
  balance: rangeOf('balance').default({ low: -25, high: 25 }),
});
export type Gate = z.output<typeof gateSchema>;

/** Has a plate to hold for a gate? */
export const isAskedOf = ({ plateIds }: Pick<Gate, 'plateIds'>, plateId: string): boolean =>
  plateIds.length === 0 || plateIds.includes(plateId);

/** A plate that does not hold over the range a gate asks for. */
export interface GateFailure {
  lookId: string;
  plateId: string;
  kind: EnduranceKind;
  side: 'low' | 'high';
  /** How far it holds, and how far it should. */
  at: number;
  wanted: number;
  /** IDs of the readings that fail first. */
  fails: string[];
}

/** What keeps the looks of a run from passing a gate; empty where all pass. @param measured over the gate's own ranges, by its readings. */
export function judgeGate(gate: Gate, measured: readonly EnduranceResult[]): GateFailure[] {
  return measured
    .filter(({ plateId }) => isAskedOf(gate, plateId))
    .flatMap(({ lookId, plateId, ...found }) =>
      enduranceKinds.flatMap((kind) =>
        (['low', 'high'] as const).flatMap((side): GateFailure[] => {
          const { at, fails } = found[kind][side];
          const wanted = gate[kind][side];
          const isShort = Math.abs(at) < Math.abs(wanted);
          return isShort || found[kind].atRest.length > 0
            ? [{ lookId, plateId, kind, side, at, wanted, fails: fails.map((f) => f.id) }]
            : [];
        }),
      ),
    );
}
