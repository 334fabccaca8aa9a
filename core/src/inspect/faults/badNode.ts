import { firstRisen, isCoarse, nodeAt, strides } from '../lattice.ts';
import { type FaultKind, shareOf } from './fault.ts';

/**
 * A value that stands out by less is no speck that anybody sees: six display steps. A coarse grid, and colours beyond
 * what cameras record, bend by more.
 */
const least = { usual: { within: 6 / 255, beyond: 0.05 }, coarse: { within: 0.03, beyond: 0.15 } };
/** Channels that lie further apart are beyond. */
const spread = 0.5;
/** It stands out this many times as far as what lies around it does. */
const times = 3;
/** Along its three axes it stands out about as far: least to most. A cusp does not. */
const evenly = 0.7;
/** Nodes on each side that a fourth difference needs. */
const reach = 2;

/** All the neighbours of a node: none of them stands out along three axes because one node beside it does. */
const around: readonly (readonly [number, number, number])[] = [-1, 0, 1]
  .flatMap((x) => [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((z) => [x, y, z] as const)))
  .filter((n) => n.some((v) => v !== 0));

/**
 * One node that stands out from its neighbours. Along a line a single step of s at a node has a fourth difference of 6 s; a bend
 * has a smaller one, and has it at the nodes beside it, too.
 */
export const badNode: FaultKind = {
  id: 'badNode',
  label: 'One bad node',
  unit: '',
  meaning: 'Colours near it jump: a speck or an edge that moves with the exposure.',
  remedy: 'Put the node at the mean of its neighbours.',
  find({ lattice, neutral }) {
    const { size, values } = lattice;
    const steps = strides(lattice);
    const enough = isCoarse(lattice) ? least.coarse : least.usual;
    /** How far a value stands out along each axis. */
    const along = (p: number) =>
      steps.map(
        (s) =>
          (values[p - 2 * s] - 4 * values[p - s] + 6 * values[p] - 4 * values[p + s] + values[p + 2 * s]) / 6,
      );
    const least3 = (p: number) => Math.min(...along(p).map(Math.abs));
    /** The same where it stands out one way along all three, and about as far; else 0. */
    const outlier = (p: number): number => {
      const d = along(p);
      const isOneWay = d.every((v) => v > 0) || d.every((v) => v < 0);
      const sizes = d.map(Math.abs);
      const smallest = Math.min(...sizes);
      return isOneWay && smallest > evenly * Math.max(...sizes) ? smallest : 0;
    };
    let worst: { size: number; node: [number, number, number] } | null = null;
    // Below where greys begin nothing is recorded, and looks bend as they like.
    const first = Math.max(reach, firstRisen(neutral) + 1);
    for (let b = first; b < size - reach; b++)
      for (let g = first; g < size - reach; g++)
        for (let r = first; r < size - reach; r++)
          for (let c = 0; c < 3; c++) {
            const p = nodeAt(lattice, r, g, b) + c;
            // Nearly all are as smooth as can be: one axis tells.
            if (
              Math.abs(
                values[p - 6] - 4 * values[p - 3] + 6 * values[p] - 4 * values[p + 3] + values[p + 6],
              ) <
              6 * enough.within
            )
              continue;
            const out = outlier(p);
            const isBeyond = Math.max(r, g, b) - Math.min(r, g, b) > spread * (size - 1);
            if (out < (isBeyond ? enough.beyond : enough.within) || out <= (worst?.size ?? 0)) continue;
            const inside = around
              .map(([x, y, z]) => [r + x, g + y, b + z])
              .filter((n) => n.every((v) => v >= reach && v < size - reach));
            const near = Math.max(0, ...inside.map(([x, y, z]) => least3(nodeAt(lattice, x, y, z) + c)));
            if (out > times * near) worst = { size: out, node: [r, g, b] };
          }
    return worst && { id: this.id, at: shareOf(lattice, ...worst.node), size: worst.size };
  },
};
