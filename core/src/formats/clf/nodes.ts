import type { GridStage, MatrixStage, RangeStage, TableStage } from '../../lut/lut.ts';

/** Process nodes of the Common LUT Format (Academy S-2014-006), on normalised values. */
export type ClfNode = MatrixStage | RangeStage | TableStage | GridStage | LogNode | ExponentNode;

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
  'log10',
  'antiLog10',
  'log2',
  'antiLog2',
  'linToLog',
  'logToLin',
  'cameraLinToLog',
  'cameraLogToLin',
] as const;
export type LogStyle = (typeof logStyles)[number];
/** Styles that go from a logarithm back to light. */
export const isDecodingLog = (style: LogStyle) => /^antiLog|ToLin$/.test(style);

export const exponentStyles = [
  'basicFwd',
  'basicRev',
  'basicMirrorFwd',
  'basicMirrorRev',
  'basicPassThruFwd',
  'basicPassThruRev',
  'monCurveFwd',
  'monCurveRev',
  'monCurveMirrorFwd',
  'monCurveMirrorRev',
] as const;
export type ExponentStyle = (typeof exponentStyles)[number];
export const isDecodingExponent = (style: ExponentStyle) => style.endsWith('Fwd');

/** What a list of nodes says it takes and gives, and the nodes. */
export interface ProcessList {
  id: string;
  name: string;
  inputDescriptor: string;
  outputDescriptor: string;
  nodes: ClfNode[];
}
