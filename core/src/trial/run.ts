import { z } from 'zod';
import { checkDocument, migrate } from '../document.ts';
import { recipeHash } from '../look/hash.ts';
import { engine } from '../order/engine.ts';
import { practiceSchema } from '../readings/practice.ts';
import { displaySchema } from '../render/display.ts';
import type { AxisSources, AxisValue } from './axes/axis.ts';
import type { BoardCell } from './board.ts';
import { cellsOf } from './board.ts';
import { atRest, type Condition } from './condition.ts';
import { parseTrial, type Trial } from './document.ts';
import { type EnduranceKind, enduranceKinds } from './endurance.ts';
import { type GateFailure, gateSchema, judgeGate } from './gate.ts';
import type { TrialInput } from './input.ts';
import { cellResultSchema, type CellResult, enduranceResultSchema } from './result.ts';
import { targetSources } from './targets/plates.ts';

const resultKind = 'velvet-dusk/trial-result';
const resultVersion = 1;

const named = z.strictObject({ id: z.string(), name: z.string() });

const resultSchema = z.strictObject({
  kind: z.literal(resultKind),
  schemaVersion: z.literal(resultVersion),
  engine: z.int(),
  project: z.string(),
  trial: z.unknown(),
  looks: z.array(
    named.extend({
      version: z.int().min(1).nullable(),
      /** Of the recipe; tells whether a look is still the one that was tried. */
      hash: z.string(),
    }),
  ),
  plates: z.array(named),
  profiles: z.array(named),
  display: displaySchema,
  practice: practiceSchema,
  cells: z.array(cellResultSchema),
  endurance: z.array(enduranceResultSchema),
  gate: z.strictObject({ gate: gateSchema, measured: z.array(enduranceResultSchema) }).nullable(),
});

/** A run that has ended, as it is kept: numbers and identifiers. */
export interface TrialResult extends Omit<z.output<typeof resultSchema>, 'trial'> {
  trial: Trial;
}

/** Throws a DocumentError that says where. */
export function parseTrialResult(value: unknown, file: string): TrialResult {
  const document = migrate(value, { kind: resultKind, version: resultVersion, migrations: {}, file });
  const { trial, ...rest } = checkDocument(resultSchema, document, file);
  return { ...rest, trial: parseTrial(trial, `${file}: trial`) };
}

/** What a kept run's values mean: names as they were when it was made. */
export const resultSources = ({ plates, looks, profiles }: TrialResult): AxisSources => ({
  plates: [...plates, ...targetSources],
  looks: looks.map(({ version, ...look }) => ({ ...look, versions: version === null ? [] : [version] })),
  profiles,
});

/** A search for how far a look holds on a plate. */
export interface EnduranceTask {
  kind: EnduranceKind;
  condition: Condition;
  /** Of the gate, with its readings and ranges; else as far as is usual, by the readings of the board. */
  isGate: boolean;
}

/** Everything a run has to do: cells, what is at rest first, then searches. */
export interface RunPlan {
  cells: BoardCell[];
  searches: EnduranceTask[];
}

const valuesOf = ({ rows, columns, switch: third }: Trial, axis: string, base: AxisValue): string[] => {
  const layout = [rows, columns, third].find((l) => l?.axis === axis);
  return (layout?.values ?? [base]).map(String);
};

/** The plates and the looks that are on a board. */
export const onBoard = (trial: Trial): { plates: string[]; looks: string[] } => ({
  plates: valuesOf(trial, 'plates', trial.base.plateId),
  looks: valuesOf(trial, 'looks', trial.base.lookId),
});

export function planRun({ trial, gate, endurance }: TrialInput): RunPlan {
  const { plates, looks } = onBoard(trial);
  const searches = (plateIds: readonly string[], isGate: boolean) =>
    plateIds.flatMap((plateId) =>
      looks.flatMap((lookId) =>
        enduranceKinds.map((kind) => ({
          kind,
          // A gate asks of the look as it is, whatever else the board has done to it.
          condition: isGate ? atRest(plateId, lookId) : { ...trial.base, plateId, lookId },
          isGate,
        })),
      ),
    );
  const asked = gate && gate.plateIds.length > 0 ? gate.plateIds : plates;
  return {
    cells: cellsOf(trial),
    searches: [...(endurance ? searches(plates, false) : []), ...(gate ? searches(asked, true) : [])],
  };
}

/** A run that has ended, of its input and what was measured. */
export function resultOf(
  { project, trial, looks, plates, profiles, display, practice, gate }: TrialInput,
  measured: Pick<TrialResult, 'cells' | 'endurance'> & { gated: TrialResult['endurance'] },
): TrialResult {
  const used = onBoard(trial);
  const named = ({ id, name }: { id: string; name: string }) => ({ id, name });
  return {
    kind: resultKind,
    schemaVersion: resultVersion,
    engine,
    project,
    trial,
    looks: looks
      .filter((l) => used.looks.includes(l.id))
      .map(({ id, version, document }) => ({
        id,
        name: document.name,
        version: version ?? null,
        hash: recipeHash(document),
      })),
    plates: plates.map(named),
    profiles: profiles.map(named),
    display,
    practice,
    cells: measured.cells,
    endurance: measured.endurance,
    gate: gate && { gate, measured: measured.gated },
  };
}

/** What keeps the looks of a run from passing its gate; null where it was run without one. */
export const gateFailures = ({ gate }: TrialResult): GateFailure[] | null =>
  gate && judgeGate(gate.gate, gate.measured);

/** A kept cell by its place. */
export const cellAt = (
  cells: readonly CellResult[],
  place: { row: number; column: number; switch: number },
): CellResult | undefined =>
  cells.find((c) => c.row === place.row && c.column === place.column && c.switch === place.switch);
