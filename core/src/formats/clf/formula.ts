import { cameraLog } from '../../colour/transfer/cameraLog.ts';
import type { Curve } from '../../colour/transfer/cameraLog.ts';
import { powerToe } from '../../colour/transfer/powerToe.ts';
import { pureLogCurve } from '../../colour/transfer/pureLog.ts';
import { type ExponentNode, isDecodingExponent, isDecodingLog, type LogNode } from './nodes.ts';

/** The moncurve of the format: a power with a line that meets it, IEC 61966-2-1's form with any constants. */
export function monCurve({ gamma, offset }: Pick<ExponentNode, 'gamma' | 'offset'>): Curve {
  const signalBreak = offset / (gamma - 1);
  const linearBreak = Math.pow((offset * gamma) / ((gamma - 1) * (1 + offset)), gamma);
  return powerToe({ gamma, a: offset, slope: signalBreak / linearBreak, linearBreak });
}

const purePower = ({ gamma }: ExponentNode): Curve => powerToe({ gamma, a: 0, slope: 1, linearBreak: 0 });

/** How a style treats numbers below zero: as above it with the other sign, left alone, or as zero. */
function below(style: string, at: (x: number) => number): (x: number) => number {
  if (/Mirror/.test(style)) return at;
  if (/PassThru/.test(style)) return (x) => (x < 0 ? x : at(x));
  return (x) => at(Math.max(x, 0));
}

function logFormula({ style, params }: LogNode): (x: number) => number {
  const { linSideBreak, ...rest } = params;
  const curve = linSideBreak === undefined ? pureLogCurve(rest) : cameraLog({ ...rest, linSideBreak });
  return isDecodingLog(style) ? curve.inverse : curve.forward;
}

function exponentFormula(node: ExponentNode): (x: number) => number {
  const isMonCurve = node.style.startsWith('mon');
  const curve = isMonCurve ? monCurve(node) : purePower(node);
  const at = isDecodingExponent(node.style) ? curve.inverse : curve.forward;
  if (!isMonCurve || /Mirror/.test(node.style)) return below(node.style, at);
  // A plain moncurve goes on with its line below zero.
  const slope = at(-1e-6) / -1e-6;
  return (x) => (x < 0 ? x * slope : at(x));
}

/** What a Log or an Exponent node does to one value. Common LUT Format, Academy S-2014-006. */
export const formulaOf = (node: LogNode | ExponentNode): ((x: number) => number) =>
  node.kind === 'log' ? logFormula(node) : exponentFormula(node);
