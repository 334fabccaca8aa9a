import type { Profile } from '../camera/profile.ts';
import { displayToLab } from '../colour/displayLab.ts';
import type { Look } from '../look/document.ts';
import { noMarks } from '../recording/areas.ts';
import { developCell, type TrialSetting } from './cell.ts';
import { atRest, type Condition } from './condition.ts';
import { type CameraPair, compareCameras, type Lab } from './crossCamera.ts';
import { type RecordedFrame, thinnedFrame } from '../recording/recordedFrame.ts';
import { stressTargets } from './targets/index.ts';
import { recordTarget } from './targets/plates.ts';

/** A trim of one camera that brings a pair together. */
export interface PairRemedy {
  /** Stops and mired on the second camera of the pair. */
  exposure: number;
  mired: number;
  /** Mean ΔE2000 with it. */
  mean: number;
}

/** A column of a sheet: what recorded the scene, and what its codes are read by. */
export interface SheetEntry {
  id: string;
  name: string;
  plate: RecordedFrame;
  condition: Condition;
}

export interface SheetPair extends CameraPair {
  /** The same for the chart, patch by patch; null where the plates are recordings, which the chart was not put into. */
  chart: CameraPair | null;
  /** Null where no trim helps by a tenth or more. */
  remedy: PairRemedy | null;
}

/** A patch of the chart as each camera shows it. */
export interface SheetPatch {
  name: string;
  /** Display signal 0–1 by the ID of the column. */
  signals: Record<string, [number, number, number]>;
}

export interface CameraSheet {
  cameras: { id: string; name: string }[];
  pairs: SheetPair[];
  patches: SheetPatch[];
}

/** Pixels of the scene that are compared, and those a trim is searched on. */
const comparedPixels = 6000;
const searchedPixels = 1200;

const chart = stressTargets.find((t) => t.id === 'chart-24')!;
const chartGrid = { columns: 6, rows: 4 };
/** Patches are named by row and column, as on a sheet of paper. */
const patchNames = Array.from({ length: chartGrid.rows * chartGrid.columns }, (_, i) => {
  const [row, column] = [Math.floor(i / chartGrid.columns), i % chartGrid.columns];
  return `${'ABCD'[row]}${column + 1}`;
});

type Signal = [number, number, number];
interface Shown {
  signals: Signal[];
  labs: Lab[];
}

/** How a plate is shown as another camera records it. */
function show(
  plate: RecordedFrame,
  look: Look,
  condition: Condition,
  setting: TrialSetting,
  trim = { exposure: 0, mired: 0 },
): Shown {
  const { signal, pipeline } = developCell(plate, look, condition, setting, trim);
  const { space, curve } = pipeline.rendering.output;
  const toLab = displayToLab(space, curve);
  const signals = Array.from({ length: signal.length / 3 }, (_, i): Signal => [
    signal[i * 3],
    signal[i * 3 + 1],
    signal[i * 3 + 2],
  ]);
  return { signals, labs: signals.map(([r, g, b]) => toLab(r, g, b)) };
}

/** The chart with one pixel for each patch: the middle of it. */
function chartPlate(profile: Profile): RecordedFrame {
  const whole = recordTarget(chart, profile);
  const { columns, rows } = chartGrid;
  const code = new Float32Array(columns * rows * 3);
  for (let i = 0; i < columns * rows; i++) {
    const x = Math.floor(((i % columns) + 0.5) * (whole.width / columns));
    const y = Math.floor((Math.floor(i / columns) + 0.5) * (whole.height / rows));
    const from = (y * whole.width + x) * 3;
    code.set(whole.code.subarray(from, from + 3), i * 3);
  }
  return { ...whole, width: columns, height: rows, code, marks: noMarks };
}

/** Steps a trim is searched in, from coarse to fine. */
const trimSteps = [
  { exposure: 0.8, mired: 30 },
  { exposure: 0.2, mired: 12 },
  { exposure: 0.08, mired: 5 },
  { exposure: 0.03, mired: 2 },
];
/** The most that one plate is taken to differ from another of its framing. */
const farthest = { exposure: 4, mired: 100 };
/** A remedy takes away this share of the difference at least. */
const worthwhile = 0.1;

/** Walks downhill from no trim, one setting at a time. */
function findRemedy(error: (trim: { exposure: number; mired: number }) => number): PairRemedy | null {
  let best = { exposure: 0, mired: 0 };
  const start = error(best);
  let mean = start;
  for (const step of trimSteps)
    for (let moved = true; moved;) {
      moved = false;
      for (const way of [
        { exposure: step.exposure, mired: 0 },
        { exposure: -step.exposure, mired: 0 },
        { exposure: 0, mired: step.mired },
        { exposure: 0, mired: -step.mired },
      ]) {
        const next = { exposure: best.exposure + way.exposure, mired: best.mired + way.mired };
        if (Math.abs(next.exposure) > farthest.exposure || Math.abs(next.mired) > farthest.mired) continue;
        const found = error(next);
        if (found < mean - 1e-4) [best, mean, moved] = [next, found, true];
      }
    }
  return mean < start * (1 - worthwhile) ? { ...best, mean } : null;
}

/** One plate through every profile, by the sensor stand-in. */
export const throughEvery = (plate: RecordedFrame, cameras: readonly Profile[]): SheetEntry[] =>
  cameras.map(({ id, name }) => ({
    id,
    name,
    plate,
    condition: { ...atRest(plate.id, ''), noise: 0, recordedBy: id },
  }));

/** Plates that were recorded of one framing by several cameras. */
export const recordedPlates = (plates: readonly RecordedFrame[]): SheetEntry[] =>
  plates.map((plate) => ({ id: plate.id, name: plate.name, plate, condition: atRest(plate.id, '') }));

/** The same scene, and the chart, through every column of a sheet, pair by pair. Plates have to be of one framing. */
export function cameraSheet(entries: readonly SheetEntry[], look: Look, setting: TrialSetting): CameraSheet {
  const shown = entries.map(({ id, name, plate, condition }) => {
    const chart = condition.recordedBy === null ? null : chartPlate(plate.profile);
    const small = thinnedFrame(plate, searchedPixels);
    const asShown = (of: RecordedFrame) => show(of, look, condition, setting);
    return {
      id,
      name,
      condition,
      small,
      scene: asShown(thinnedFrame(plate, comparedPixels)),
      smallShown: asShown(small),
      chart: chart && asShown(chart),
    };
  });
  const places = patchNames.map((name, at) => ({ name, at }));
  const pairs = shown.flatMap((a, i) =>
    shown.slice(i + 1).map((b): SheetPair => ({
      ...compareCameras([a.id, a.scene.labs], [b.id, b.scene.labs]),
      chart: a.chart && b.chart && compareCameras([a.id, a.chart.labs], [b.id, b.chart.labs], places),
      remedy: findRemedy((trim) => {
        const { labs } = show(b.small, look, b.condition, setting, trim);
        return compareCameras([a.id, a.smallShown.labs], [b.id, labs]).mean;
      }),
    })),
  );
  const withChart = shown.flatMap(({ id, chart: c }) => (c ? [{ id, signals: c.signals }] : []));
  return {
    cameras: entries.map(({ id, name }) => ({ id, name })),
    pairs,
    patches:
      withChart.length === 0
        ? []
        : patchNames.map((name, at) => ({
            name,
            signals: Object.fromEntries(withChart.map((s) => [s.id, s.signals[at]])),
          })),
  };
}
