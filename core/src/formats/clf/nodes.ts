import { type Curve } from '../../colour/transfer/cameraLog.ts';
import type { Mat3, Vec3 } from '../../colour/matrix.ts';

/** Process nodes of the Common LUT Format (Academy S-2014-006) that a camera profile needs, on normalised values. */
export type ClfNode =
  | { kind: 'matrix'; matrix: Mat3; offset: Vec3 }
  | { kind: 'range'; scale: number; offset: number; low: number; high: number }
  | LogNode
  | ExponentNode
  | { kind: 'lut1d'; table: Float64Array; size: number };

export interface LogNode {
  kind: 'log';
  style: LogStyle;
  params: LogParams;
}
export interface ExponentNode {
  kind: 'exponent';
  style: ExponentStyle;
  gamma: number;
  offset: number;
}

export interface LogParams {
  base: number;
  logSideSlope: number;
  logSideOffset: number;
  linSideSlope: number;
  linSideOffset: number;
  linSideBreak?: number | undefined;
  linearSlope?: number | undefined;
}

export const logStyles = [
  ...['log10', 'antiLog10', 'log2', 'antiLog2'],
  ...['linToLog', 'logToLin', 'cameraLinToLog', 'cameraLogToLin'],
] as const;
export type LogStyle = string;
/** Styles that go from a logarithm back to light. */
export const isDecodingLog = (style: LogStyle) => /^antiLog|ToLin$/.test(style);

export const exponentStyles = [
  ...['basicFwd', 'basicRev', 'basicMirrorFwd', 'basicMirrorRev', 'basicPassThruFwd', 'basicPassThruRev'],
  ...['monCurveFwd', 'monCurveRev', 'monCurveMirrorFwd', 'monCurveMirrorRev'],
] as const;
export type ExponentStyle = string;
export const isDecodingExponent = (style: ExponentStyle) => style.endsWith('Fwd');

/** What a list of nodes says it takes and gives, and the nodes. */
export interface ProcessList {
  id: string;
  name: string;
  inputDescriptor: string;
  outputDescriptor: string;
  nodes: ClfNode[];
}

/** Runs nodes on one colour. `curveOf` gives the function of a log or an exponent node, from code to light. */
export function runNodes(
  nodes: readonly ClfNode[],
  rgb: Vec3,
  curveOf: (node: LogNode | ExponentNode) => Curve,
): [number, number, number] {
  return nodes.reduce<[number, number, number]>((v, node) => runNode(node, v, curveOf), [...rgb]);
}

function runNode(
  node: ClfNode,
  v: Vec3,
  curveOf: (node: LogNode | ExponentNode) => Curve,
): [number, number, number] {
  const each = (f: (x: number, c: number) => number) => v.map(f) as [number, number, number];
  switch (node.kind) {
    case 'matrix': {
      const m = node.matrix;
      return each((_, c) => m[c * 3] * v[0] + m[c * 3 + 1] * v[1] + m[c * 3 + 2] * v[2] + node.offset[c]);
    }
    case 'range':
      return each((x) => Math.min(Math.max(x * node.scale + node.offset, node.low), node.high));
    case 'lut1d':
      return each((x, c) => {
        const at = Math.min(Math.max(x, 0), 1) * (node.size - 1);
        const i = Math.min(Math.floor(at), node.size - 2);
        const [a, b] = [node.table[i * 3 + c], node.table[i * 3 + 3 + c]];
        return a + (at - i) * (b - a);
      });
    case 'log':
      return each(isDecodingLog(node.style) ? curveOf(node).inverse : curveOf(node).forward);
    case 'exponent':
      return each(isDecodingExponent(node.style) ? curveOf(node).inverse : curveOf(node).forward);
  }
}
