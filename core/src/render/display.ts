import { z } from 'zod';
import type { Curve } from '../colour/transfer/cameraLog.ts';
import type { RgbSpace } from '../colour/rgbSpace.ts';
import { type OutputId, outputIds, outputs } from './outputs/index.ts';
import type { DisplayLevels, DisplaySystem, ReferenceLight } from './outputs/output.ts';

/** What a picture is shown on: it belongs to whoever looks, and to each LUT that is made. What is not said is as usual. */
export const displaySchema = z
  .strictObject({
    output: z.enum(outputIds).default('bt1886'),
    range: z.enum(['full', 'narrow']).default('full'),
    /** Bits whose codes a narrow range is counted in; 10 where not said. */
    depth: z.literal([8, 10, 12, 16]).optional(),
    /** cd/m² at full signal, and at none. */
    peak: z.number().optional(),
    black: z.number().min(0).max(1).optional(),
  })
  .superRefine(({ output, peak, black }, context) => {
    const { peak: span, usesBlack, label } = outputs[output];
    if (peak !== undefined && (peak < span.min || peak > span.max))
      context.addIssue({
        code: 'custom',
        path: ['peak'],
        message: `${label} takes a peak of ${span.min} to ${span.max} cd/m², not ${peak}`,
      });
    if (black && !usesBlack)
      context.addIssue({
        code: 'custom',
        path: ['black'],
        message: `the code of ${label} does not depend on the display's black`,
      });
  });
export type Display = z.output<typeof displaySchema>;
export type BitDepth = NonNullable<Display['depth']>;

/** What is assumed where nothing is said: BT.1886 in full range. */
export const standardDisplay: Display = displaySchema.parse({});

/** Bits a narrow range is counted in. */
export const depthOf = ({ depth }: Pick<Display, 'depth'>): BitDepth => depth ?? 10;

type Shown = Pick<Display, 'output' | 'peak' | 'black'>;

/** What a display reaches, cd/m². */
export const levelsOf = ({ output, peak, black }: Shown): DisplayLevels => ({
  peak: peak ?? outputs[output].peak.usual,
  black: black ?? 0,
});

export const isHdr = ({ output }: Pick<Display, 'output'>): boolean => 'reference' in outputs[output];

/** Where reference white and an 18 % grey lie on an HDR display, cd/m²; null of any other, whose white is its peak. */
export function referenceOf(display: Shown): ReferenceLight | null {
  const definition = outputs[display.output];
  return 'reference' in definition ? (definition.reference?.(levelsOf(display)) ?? null) : null;
}

/** The display with another output; what only the old one could do is dropped. */
export function withOutput(display: Display, output: OutputId): Display {
  const { range, depth } = display;
  return { output, range, ...(depth === undefined ? {} : { depth }) };
}

/** A display in a file name: its output, and what of it is not usual. */
export function displayToken(display: Display): string {
  const { range, black } = display;
  const depth = depthOf(display);
  return [
    outputs[display.output].token(levelsOf(display)),
    black ? `black-${String(black).replace('.', 'p')}` : '',
    range === 'full' ? '' : depth === 10 ? 'narrow' : `narrow-${depth}`,
  ]
    .filter((part) => part !== '')
    .join('-');
}

/** A display as a line in a file says it; files are ASCII. */
export function describeDisplay(display: Display): string {
  const { output, range, black } = display;
  const { peak } = levelsOf(display);
  return [
    output,
    ...(isHdr(display) ? [`peak ${peak} cd/m2`] : []),
    ...(black ? [`black ${black} cd/m2`] : []),
    range === 'narrow' && depthOf(display) !== 10
      ? `narrow range in ${depthOf(display)} bit`
      : `${range} range`,
  ].join(', ');
}

/** The display's curve, and what it does across channels. */
export interface CompiledOutput {
  readonly id: OutputId;
  readonly label: string;
  readonly space: RgbSpace;
  /** Light, 1 at the peak → signal. */
  readonly curve: Curve;
  readonly system: DisplaySystem | undefined;
}

export function compileOutput(display: Shown): CompiledOutput {
  const definition = outputs[display.output];
  const levels = levelsOf(display);
  const { label, space } = definition;
  // A registry's own keys name its entries.
  const system = 'system' in definition ? definition.system?.(levels) : undefined;
  return { id: display.output, label, space, curve: definition.curve(levels), system };
}
