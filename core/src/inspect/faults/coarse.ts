import type { FaultKind } from './fault.ts';

/** Steps of codes that tables are rounded to. */
const depths = [8, 10] as const;
/** Share of the values that have to lie on a step, and how near. */
const share = 0.999;
const near = 0.002;
/** Values looked at first. */
const glance = 500;
/** Values at the ends lie on every scale's steps; so few others say nothing. */
const fewest = 60;

/** A table whose values were rounded to codes: smooth tones come out of it in steps. */
export const coarseValues: FaultKind = {
  id: 'coarseValues',
  label: 'Values in steps',
  unit: 'bits',
  meaning:
    'Its values are whole codes of so many bits: between them nothing can be shown, and slow slopes band.',
  remedy: 'Ask for it with more bits; smoothing hides the steps and cannot bring back what was between.',
  find({ lattice: { values } }) {
    for (const bits of depths) {
      const top = 2 ** bits - 1;
      // Most tables show at a glance that they hold more than whole codes.
      let off = 0;
      for (let i = 0; i < Math.min(glance, values.length); i++) {
        const code = values[i * Math.max(1, Math.floor(values.length / glance))] * top;
        if (Math.abs(code - Math.round(code)) >= near) off++;
      }
      if (off > glance * (1 - share) * 20) continue;
      let [counted, on] = [0, 0];
      const seen = new Set<number>();
      for (const v of values) {
        const code = v * top;
        const whole = Math.round(code);
        if (whole <= 0 || whole >= top) continue;
        counted++;
        seen.add(whole);
        if (Math.abs(code - whole) < near) on++;
      }
      if (seen.size >= fewest && on >= share * counted) return { id: this.id, at: null, size: bits };
    }
    return null;
  },
};
