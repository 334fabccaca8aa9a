import { displayToLab } from '../colour/displayLab.ts';
import { deltaE2000 } from '../colour/deltaE2000.ts';
import { applyLut } from '../lut/apply.ts';
import { inputDomainOf, type Lut } from '../lut/lut.ts';
import { figuresOf, type ProofFigures } from '../order/proof.ts';
import { levelsOf, standardDisplay } from '../render/display.ts';
import { outputs } from '../render/outputs/index.ts';
import { latticeInputs } from './lattice.ts';

type Lab = [number, number, number];

/** How far two LUTs are apart, both taken to give the signal of an ordinary display (BT.1886). */
export interface LutDifference {
  /** ΔE2000 over an even lattice of what goes in, and along its neutral axis. */
  lattice: ProofFigures;
  neutral: ProofFigures;
  /** Largest difference of any value. */
  values: number;
  /** Input at which they are furthest apart. */
  worst: [number, number, number];
  /** Mean lightness, and mean CIE a* and b*, of the second less the first, along the neutral axis. */
  shift: Lab;
}

/** Points of the lattice two LUTs are compared on: between those of every usual grid, too. */
const points = 40;
/** Steps of the neutral axis. */
const greys = 256;

const { space, curve } = outputs[standardDisplay.output];
const toLab = displayToLab(space, curve(levelsOf(standardDisplay)));

interface Shown {
  values: Float32Array;
  labs: Lab[];
}

function show(lut: Lut, inputs: Float32Array): Shown {
  const values = Float32Array.from(inputs);
  applyLut(lut, values, 'tetrahedral');
  const held = (v: number) => Math.min(Math.max(v, 0), 1);
  const labs = Array.from({ length: values.length / 3 }, (_, i) =>
    toLab(held(values[i * 3]), held(values[i * 3 + 1]), held(values[i * 3 + 2])),
  );
  return { values, labs };
}

const errorsOf = (a: Shown, b: Shown) => Float64Array.from(a.labs, (lab, i) => deltaE2000(lab, b.labs[i]));

/** How far a second LUT is from a first. What goes in is taken over the domain of the first. */
export function compareLuts(a: Lut, b: Lut): LutDifference {
  const inputs = latticeInputs(a, points);
  const [first, second] = [show(a, inputs), show(b, inputs)];
  const errors = errorsOf(first, second);
  let [worst, values] = [0, 0];
  errors.forEach((e, i) => {
    if (e > errors[worst]) worst = i;
  });
  for (let i = 0; i < first.values.length; i++)
    values = Math.max(values, Math.abs(first.values[i] - second.values[i]));
  const { domainMin, domainMax } = inputDomainOf(a);
  const axis = new Float32Array(greys * 3).map(
    (_, i) => domainMin[i % 3] + (Math.floor(i / 3) / (greys - 1)) * (domainMax[i % 3] - domainMin[i % 3]),
  );
  const [greysA, greysB] = [show(a, axis), show(b, axis)];
  const mean = (c: number) =>
    greysA.labs.reduce((sum, lab, i) => sum + (greysB.labs[i][c] - lab[c]) / greys, 0);
  return {
    lattice: figuresOf(errors),
    neutral: figuresOf(errorsOf(greysA, greysB)),
    values,
    worst: [inputs[worst * 3], inputs[worst * 3 + 1], inputs[worst * 3 + 2]],
    shift: [mean(0), mean(1), mean(2)],
  };
}
