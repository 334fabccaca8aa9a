import { makeCodec } from '@velvet-dusk/core/camera/codec';
import type { Profile } from '@velvet-dusk/core/camera/profile';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { type ChartSolution, solveChart } from '@velvet-dusk/core/plate/chartSolve';
import { boxOutline, isBox, type Mark, patchOutlines } from '@velvet-dusk/core/plate/marks';
import { type AreaReading, measureArea } from '@velvet-dusk/core/plate/measure';
import { paradeSpread, renderedSignal, trimmedLight } from '@velvet-dusk/core/plate/trim';
import { compileRendering, type Rendering } from '@velvet-dusk/core/render/rendering';

/** A place on a frame: as recorded, and as it is shown after the shot lane without the look. */
export interface PlaceReading {
  area: AreaReading;
  /** Display signal, 0–1. */
  signal: [number, number, number];
  /** How level the parade stands, in %. */
  spread: number;
}
export type MarkReading =
  | ({ kind: 'box' } & PlaceReading)
  | {
      kind: 'grid';
      patches: ({ name: string } & PlaceReading)[];
      /** What the chart says of the profile; null where it has too few references, with the reason. */
      solution: ChartSolution | null;
      problem: string;
    };

export interface MeasureOrder {
  frame: { rgb: Float32Array; width: number; height: number };
  profile: Profile;
  shot: Shot;
  rendering: Rendering;
  marks: readonly Mark[];
  /** The frame's own ceiling where it is a pile. */
  ceiling: number;
  evenLight: boolean;
}

/** Reads every mark of a frame. */
export function measureMarks(order: MeasureOrder): Record<string, MarkReading> {
  const { frame, profile, shot, marks, ceiling, evenLight } = order;
  const codec = makeCodec(profile);
  const rendering = compileRendering(order.rendering);
  const read = (outline: Parameters<typeof measureArea>[1]): PlaceReading => {
    const area = measureArea(frame, outline, codec, ceiling);
    const signal = renderedSignal(trimmedLight(area, shot), rendering);
    return { area, signal, spread: paradeSpread(area, shot, rendering) };
  };
  const readMark = (mark: Mark): MarkReading => {
    if (isBox(mark)) return { kind: 'box', ...read(boxOutline(mark.area)) };
    const outlines = patchOutlines(mark);
    const patches = mark.patches.map((p, i) => ({ name: p.name, ...read(outlines[i]) }));
    const samples = mark.patches.flatMap(({ name, reference }, i) =>
      reference ? [{ name, reference, measured: trimmedLight(patches[i].area, shot) }] : [],
    );
    try {
      return { kind: 'grid', patches, solution: solveChart(samples, evenLight), problem: '' };
    } catch (error) {
      return { kind: 'grid', patches, solution: null, problem: (error as Error).message };
    }
  };
  return Object.fromEntries(marks.map((m) => [m.id, readMark(m)]));
}
