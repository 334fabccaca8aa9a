import { plainText } from '../../slug.ts';

const float = 'inBitDepth="32f" outBitDepth="32f"';

const escape = (text: string) =>
  plainText(text).replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);
/** As many digits as it takes to read the same float64 back. */
const number = (x: number) => String(x);

/** The lines of one process node. */
export type NodeLines = readonly string[];

function node(tag: string, attributes: string, body: readonly string[]): NodeLines {
  return [
    `  <${tag} ${float}${attributes && ` ${attributes}`}>`,
    ...body.map((l) => `    ${l}`),
    `  </${tag}>`,
  ];
}

const attributes = (values: Record<string, number | undefined>) =>
  Object.entries(values)
    .filter(([, v]) => v !== undefined)
    .map(([k, v]) => `${k}="${number(v!)}"`)
    .join(' ');

export const logLines = (style: string, params: Record<string, number | undefined>) =>
  node('Log', `style="${style}"`, [`<LogParams ${attributes(params)} />`]);

export const exponentLines = (style: string, params: Record<string, number>) =>
  node('Exponent', `style="${style}"`, [`<ExponentParams ${attributes(params)} />`]);

/** Takes `low`–`high` to 0–1. @param held values beyond are held; the format's own style. */
export function rangeLines({ low, high, held }: { low: number; high: number; held: boolean }): NodeLines {
  const value = (tag: string, x: number) => `<${tag}>${number(x)}</${tag}>`;
  return node('Range', held ? '' : 'style="noClamp"', [
    value('minInValue', low),
    value('maxInValue', high),
    value('minOutValue', 0),
    value('maxOutValue', 1),
  ]);
}

/** One table for all channels over 0–1. */
export const tableLines = (values: readonly number[]) =>
  node('LUT1D', '', [`<Array dim="${values.length} 1">`, ...values.map(number), '</Array>']);

/** A table for each channel over 0–1. */
export function channelTableLines({ size, data }: { size: number; data: Float32Array }): NodeLines {
  const rows = Array.from({ length: size }, (_, i) =>
    Array.from(data.subarray(i * 3, i * 3 + 3), number).join(' '),
  );
  return node('LUT1D', '', [`<Array dim="${size} 3">`, ...rows, '</Array>']);
}

/** A grid over 0–1, blue fastest as the format has it. @param data red fastest. @param interpolation what readers are told to do. */
export function gridLines(
  { size, data }: { size: number; data: Float32Array },
  interpolation: 'tetrahedral' | 'trilinear' = 'tetrahedral',
): NodeLines {
  const rows: string[] = [];
  for (let r = 0; r < size; r++)
    for (let g = 0; g < size; g++)
      for (let b = 0; b < size; b++) {
        const at = ((b * size + g) * size + r) * 3;
        rows.push(`${data[at].toFixed(6)} ${data[at + 1].toFixed(6)} ${data[at + 2].toFixed(6)}`);
      }
  return node('LUT3D', `interpolation="${interpolation}"`, [
    `<Array dim="${size} ${size} ${size} 3">`,
    ...rows,
    '</Array>',
  ]);
}

/** @param m 3 × 3, row by row. @param offset what is added behind it. */
export function matrixLines(m: readonly number[], offset: readonly number[] = [0, 0, 0]): NodeLines {
  const hasOffset = offset.some((v) => v !== 0);
  const row = (r: number) => [...m.slice(r * 3, r * 3 + 3), ...(hasOffset ? [offset[r]] : [])];
  return node('Matrix', '', [
    `<Array dim="3 ${hasOffset ? 4 : 3}">`,
    ...[0, 1, 2].map((r) => row(r).map(number).join(' ')),
    '</Array>',
  ]);
}

/** Every channel times a scale plus an offset, then held between two values, either of which may be infinite. */
export function scaleLines({
  scale,
  offset,
  low,
  high,
}: {
  scale: number;
  offset: number;
  low: number;
  high: number;
}): NodeLines[] {
  const isStill = scale === 1 && offset === 0;
  const diagonal = [scale, 0, 0, 0, scale, 0, 0, 0, scale];
  const scaled = isStill ? [] : [matrixLines(diagonal, [offset, offset, offset])];
  const bound = (end: 'min' | 'max', x: number) => [
    `<${end}InValue>${number(x)}</${end}InValue>`,
    `<${end}OutValue>${number(x)}</${end}OutValue>`,
  ];
  const bounds = [
    ...(low > -Infinity ? bound('min', low) : []),
    ...(high < Infinity ? bound('max', high) : []),
  ];
  return bounds.length > 0 ? [...scaled, node('Range', '', bounds)] : scaled;
}

export interface ClfDocument {
  id: string;
  name: string;
  description: string;
  inputDescriptor: string;
  outputDescriptor: string;
  nodes: readonly NodeLines[];
}

/** Writes a Common LUT Format file, version 3 (Academy S-2014-006). */
export function writeClf({ id, name, description, inputDescriptor, outputDescriptor, nodes }: ClfDocument) {
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<ProcessList id="${escape(id)}" name="${escape(name)}" compCLFversion="3">`,
    `  <Description>${escape(description)}</Description>`,
    `  <InputDescriptor>${escape(inputDescriptor)}</InputDescriptor>`,
    `  <OutputDescriptor>${escape(outputDescriptor)}</OutputDescriptor>`,
    ...nodes.flat(),
    '</ProcessList>',
    '',
  ].join('\n');
}
