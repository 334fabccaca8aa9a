import { invert, transform, type Vec3 } from '../../colour/matrix.ts';
import type { RgbSpace } from '../../colour/rgbSpace.ts';
import { ap0, ap1, bt2020, bt709 } from '../../colour/spaces/index.ts';
import { bt709Params } from '../../colour/transfer/bt709.ts';
import { bt1886Gamma } from '../../colour/transfer/bt1886.ts';
import { srgbParams } from '../../colour/transfer/srgb.ts';
import {
  type ClfNode,
  type ExponentNode,
  type ExponentStyle,
  isDecodingExponent,
  isDecodingLog,
  type LogNode,
  type ProcessList,
} from '../../formats/clf/nodes.ts';
import { stageOf } from '../../formats/clf/lut.ts';
import { FormatError } from '../../formats/error.ts';
import { applyStage } from '../../lut/apply.ts';
import { type CurveParams, curveSchema } from '../curves/index.ts';
import type { Profile } from '../profile.ts';
import { levels } from '../../colour/range.ts';
import {
  checkedPoints,
  type ImportedProfile,
  primariesFrom,
  primariesNote,
  profileAround,
} from './imported.ts';

const near = (a: number, b: number, by = 1e-4) => Math.abs(a - b) <= by;

function logCurve({ style, params }: LogNode): CurveParams {
  const { linSideBreak, linearSlope, ...rest } = params;
  const family = style.startsWith('camera') ? 'logWithLinearToe' : 'pureLog';
  const toe =
    family === 'pureLog' ? {} : { linSideBreak, ...(linearSlope === undefined ? {} : { linearSlope }) };
  return curveSchema.parse({ family, ...rest, ...toe });
}

/** A published video curve or a pure power; undefined for a toe no standard has. */
function exponentCurve({ style, gamma, offset }: ExponentNode): CurveParams | undefined {
  if (style.startsWith('basic'))
    return near(gamma, bt1886Gamma, 1e-9)
      ? { family: 'videoGamma', standard: 'bt1886' }
      : { family: 'videoGamma', standard: 'power', gamma };
  const is = (p: { gamma: number; a: number }) => near(gamma, p.gamma) && near(offset, p.a);
  if (is(srgbParams)) return { family: 'videoGamma', standard: 'srgb' };
  if (is(bt709Params)) return { family: 'videoGamma', standard: 'bt709' };
  return undefined;
}

const isDecoding = (node: LogNode | ExponentNode) =>
  node.kind === 'log' ? isDecodingLog(node.style) : isDecodingExponent(node.style);

/** The list the other way round, where every node can be turned round. */
function turned(nodes: readonly ClfNode[]): ClfNode[] | undefined {
  const out: ClfNode[] = [];
  for (const node of [...nodes].reverse()) {
    if (node.kind === 'matrix') {
      const matrix = invert(node.matrix);
      out.push({
        kind: 'matrix',
        matrix,
        offset: transform(matrix, node.offset).map((x) => -x) as unknown as Vec3,
      });
    } else if (node.kind === 'range') {
      out.push({
        kind: 'range',
        scale: 1 / node.scale,
        offset: -node.offset / node.scale,
        low: -Infinity,
        high: Infinity,
      });
    } else if (node.kind === '1d' || node.kind === '3d') return undefined;
    else if (node.kind === 'log')
      out.push({ ...node, style: node.style.startsWith('camera') ? 'cameraLogToLin' : 'logToLin' });
    else out.push({ ...node, style: node.style.replace('Rev', 'Fwd') as ExponentStyle });
  }
  return out;
}

/** Spaces a descriptor may name as what the list gives. */
const named: [RegExp, RgbSpace][] = [
  [/2065|AP0/i, ap0],
  [/ACEScg|AP1/i, ap1],
  [/2020|2100/, bt2020],
  [/709|sRGB/i, bt709],
];

const tablePoints = 1024;

/** Where the front of a list is one curve, that curve; otherwise points along its grey axis. */
function curveFrom(
  front: readonly ClfNode[],
  notes: string[],
  file: string,
): { curve: CurveParams; range: Profile['range'] } {
  const [first, second] = front;
  const narrow = levels('narrow', 10);
  const isNarrow =
    first?.kind === 'range' &&
    near(first.scale, 1 / (narrow.white - narrow.black), 2e-3) &&
    near(-first.offset / first.scale, narrow.black, 1e-3);
  const node = isNarrow ? second : first;
  if (front.length === (isNarrow ? 2 : 1) && (node?.kind === 'log' || node?.kind === 'exponent')) {
    const params = node.kind === 'log' ? logCurve(node) : exponentCurve(node);
    if (params) return { curve: params, range: isNarrow ? 'narrow' : 'full' };
  }
  const codes = Array.from({ length: tablePoints }, (_, i) => i / (tablePoints - 1));
  const rgb = Float32Array.from(codes.flatMap((code) => [code, code, code]));
  for (const node of front) applyStage(stageOf(node), rgb, 'tetrahedral');
  const points = codes.map((code, i): [number, number] => [code, rgb[i * 3 + 1]]);
  notes.push(`The curve is kept as ${tablePoints} points: no family has this form.`);
  return { curve: { family: 'sampled', points: checkedPoints(points, file) }, range: 'full' };
}

/** A profile from a Common LUT Format list, in either direction. Throws a FormatError where it holds no curve. */
export function profileFromClf(list: ProcessList, name: string, file: string): ImportedProfile {
  const notes: string[] = [];
  const curves = list.nodes.filter((n) => n.kind === 'log' || n.kind === 'exponent');
  const encodes = curves.length > 0 && !curves.some(isDecoding);
  const nodes = encodes ? turned(list.nodes) : list.nodes;
  if (!nodes)
    throw new FormatError(
      file,
      'ProcessList',
      'a list from light to code with a LUT1D cannot be turned round',
    );
  const last = nodes[nodes.length - 1];
  const matrix = last?.kind === 'matrix' ? last.matrix : undefined;
  const front = matrix ? nodes.slice(0, -1) : nodes;
  if (!front.some((n) => n.kind === 'log' || n.kind === 'exponent' || n.kind === '1d'))
    throw new FormatError(file, 'ProcessList', 'no Log, Exponent or LUT1D node: this is no camera curve');
  const { curve, range } = curveFrom(front, notes, file);
  const descriptor = encodes ? list.inputDescriptor : list.outputDescriptor;
  const target = named.find(([pattern]) => pattern.test(descriptor))?.[1];
  if (matrix && !target) notes.push('The file does not say what space it gives: ACES2065-1 is taken.');
  if (!matrix) notes.push(primariesNote);
  const space = matrix ? primariesFrom(matrix, target ?? ap0) : {};
  return {
    profile: profileAround(name, curve, { ...space, range, citation: `Read from ${file}` }, file),
    notes,
  };
}
