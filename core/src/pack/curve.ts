import { curvePoints } from '../formats/lutFormats/spi1d.ts';
import { applyTable } from '../lut/apply.ts';
import { type Cube1d, unitDomain } from '../lut/cube.ts';
import type { CompiledOrder } from '../order/pipeline.ts';
import { gamutSamples } from '../order/proofSamples.ts';

const tried = 300;
/** In codes 0–1: less than half a code of ten bits. */
const apart = 4e-4;

/** An order as one table for each channel. @returns null where a channel depends on another: then only a grid holds it. */
export function curveOf(order: CompiledOrder): Cube1d | null {
  const data = new Float32Array(curvePoints * 3);
  for (let i = 0; i < curvePoints; i++) data.fill(i / (curvePoints - 1), i * 3, i * 3 + 3);
  order.run(data);
  const curve: Cube1d = { kind: '1d', size: curvePoints, ...unitDomain, data, title: '', comments: [] };
  const exact = gamutSamples(order.ends.input, tried);
  const byTable = Float32Array.from(exact);
  order.run(exact);
  applyTable(curve, byTable);
  return exact.every((v, i) => Math.abs(v - byTable[i]) < apart) ? curve : null;
}
