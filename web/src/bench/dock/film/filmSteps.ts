import { type FilmSystem, systemLights } from '@velvet-dusk/core/film/system';
import type { filmSteps } from '@velvet-dusk/core/look/filmStock';
import type { NegativeParams } from '@velvet-dusk/core/look/steps/negative';
import type { PrintParams } from '@velvet-dusk/core/look/steps/print';
import { editParams } from '../../../state/document.ts';

export type FilmSteps = ReturnType<typeof filmSteps>;

/** The two steps as sensitometry sees them. */
export function systemOf({ negative, print }: FilmSteps): FilmSystem {
  const n = negative?.params as NegativeParams | undefined;
  const p = print?.params as PrintParams | undefined;
  return {
    negative: n?.stock ? { stock: n.stock, development: n } : null,
    print: p?.stock
      ? { stock: p.stock, settings: p, lights: p.locked ? [p.red, p.green, p.blue] : null }
      : null,
  };
}

/** Holds the lights as the timer has set them now, or lets it set them again. */
export function setLocked(steps: FilmSteps, locked: boolean): void {
  const lights = systemLights(systemOf(steps));
  if (!steps.print || !lights) return;
  const [red, green, blue] = lights.map((l) => Number(l.toFixed(2)));
  editParams(steps.print.id, () => (locked ? { locked, red, green, blue } : { locked }));
}
