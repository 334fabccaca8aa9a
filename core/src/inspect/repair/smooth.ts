import type { Cube3d } from '../../lut/cube.ts';
import { onGrid } from './onGrid.ts';
import { numberIn, type RepairKind } from './repair.ts';

const passes = 24;
/** How far toward the mean of its neighbours a node goes in one pass. */
const pace = 0.5;

/** Each value toward the mean of its neighbours along every axis, never further than a bound from where it was. */
function smoothed({ size, data }: Cube3d, bound: number): Float32Array {
  const steps = [3, size * 3, size * size * 3];
  let now = Float32Array.from(data);
  for (let n = 0; n < passes; n++) {
    const next = Float32Array.from(now);
    for (let b = 0, p = 0; b < size; b++)
      for (let g = 0; g < size; g++)
        for (let r = 0; r < size; r++)
          for (let c = 0; c < 3; c++, p++) {
            let [sum, axes] = [0, 0];
            const place = [r, g, b];
            for (let a = 0; a < 3; a++) {
              // A face has no neighbour outside: it is smoothed along itself alone.
              if (place[a] === 0 || place[a] === size - 1) continue;
              sum += (now[p - steps[a]] + now[p + steps[a]]) / 2 - now[p];
              axes++;
            }
            if (axes === 0) continue;
            const aim = now[p] + (pace * sum) / axes;
            next[p] = Math.min(Math.max(aim, data[p] - bound), data[p] + bound);
          }
    now = next;
  }
  return now;
}

export const smoothRepair: RepairKind = {
  id: 'smooth',
  label: 'Smooth',
  about: 'Steps, specks and folds are evened out; no value moves further than the bound.',
  fields: [{ id: 'bound', label: 'Bound', kind: 'number', min: 0.1, max: 20, step: 0.1, rest: 2, unit: '%' }],
  run({ lut }, settings) {
    const bound = numberIn(this, settings, 'bound');
    let most = 0;
    const grid = onGrid(lut, `smoothed by ${bound} % at most`);
    const data = smoothed(grid, bound / 100);
    data.forEach((v, i) => (most = Math.max(most, Math.abs(v - grid.data[i]))));
    return {
      made: [{ suffix: 'smooth', cube: { ...grid, data } }],
      note: `No value moved by more than ${(most * 100).toFixed(2)} %.`,
    };
  },
};
