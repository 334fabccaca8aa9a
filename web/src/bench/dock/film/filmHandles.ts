import type { FilmSystem } from '@velvet-dusk/core/film/system';
import type { LookStep } from '@velvet-dusk/core/look/document';
import type { FilmPlot } from './filmPlots.ts';
import type { FilmSteps } from './filmSteps.ts';

/** A parameter that is dragged on the curve it moves. */
export interface FilmHandleSpec {
  key: string;
  /** Where it sits, in the values of its diagram. */
  at: readonly [x: number, y: number];
  along: 'x' | 'y';
  /** Change of the parameter for one unit along its axis. */
  perUnit: number;
}

/** The value of a plot's middle line at a place. */
function lineAt({ xs, lines }: FilmPlot, x: number): number {
  const i = xs.findIndex((v) => v >= x);
  return lines[1][i < 0 ? xs.length - 1 : i];
}

type Placed = { step: LookStep; spec: FilmHandleSpec };

/** What is dragged on each of the three diagrams: development and exposure, the print's curve, its density. */
export function filmHandles(
  { negative, print }: FilmSteps,
  plots: readonly (FilmPlot | null)[],
  system: FilmSystem,
): Placed[][] {
  const [n, p, tone] = plots;
  const onNegative: Placed[] =
    n && negative
      ? [
          // Sideways: a stop along the axis is a stop of exposure, and the curve moves the other way.
          { step: negative, spec: { key: 'index', at: [0, lineAt(n, 0)], along: 'x', perUnit: -1 } },
          { step: negative, spec: { key: 'push', at: [4, lineAt(n, 4)], along: 'y', perUnit: 4 } },
        ]
      : [];
  const onPrint: Placed[] =
    p && print
      ? [
          { step: print, spec: { key: 'whiteSoft', at: [-0.45, lineAt(p, -0.45)], along: 'y', perUnit: 3 } },
          { step: print, spec: { key: 'contrast', at: [0.3, lineAt(p, 0.3)], along: 'y', perUnit: 1.2 } },
          { step: print, spec: { key: 'blackSoft', at: [1, lineAt(p, 1)], along: 'y', perUnit: -0.7 } },
        ]
      : [];
  const onTone: Placed[] =
    tone && print && system.print
      ? [
          { step: print, spec: { key: 'density', at: [0, lineAt(tone, 0)], along: 'y', perUnit: 14 } },
          { step: print, spec: { key: 'silver', at: [-4, lineAt(tone, -4)], along: 'y', perUnit: 1 } },
        ]
      : [];
  return [onNegative, onPrint, onTone];
}
