import { z } from 'zod';
import { acescct, highestAcescct } from '../../colour/transfer/acescct.ts';
import { applyLut } from '../../lut/apply.ts';
import { restContext } from '../context.ts';
import { defineStep } from './step.ts';

/** What the code of an imported LUT means. To add one: a line here and a case in `compile`. */
export const lutEncodings = {
  log: { label: 'log to log', about: 'ACEScct in and out: a creative LUT that stands before a conversion' },
  display: {
    label: 'display to display',
    about: 'Display code in and out: a creative LUT made for normalised pictures',
  },
} as const;

export const lutReferenceSchema = z.strictObject({
  /** SHA-256 of the file, hexadecimal. */
  sha256: z.string().regex(/^[0-9a-f]{64}$/, 'a SHA-256 of 64 hexadecimal digits is needed'),
  name: z.string().min(1).max(200),
});
export type LutReference = z.output<typeof lutReferenceSchema>;

export const placedLutSchema = z.strictObject({
  lut: lutReferenceSchema.nullable().default(null),
  encoding: z.enum(['log', 'display']).default('log'),
  interpolation: z.enum(['tetrahedral', 'trilinear']).default('tetrahedral'),
});
export type PlacedLutParams = z.output<typeof placedLutSchema>;

/** A look asks for a LUT whose file is not here. */
export class MissingLutError extends Error {
  override name = 'MissingLutError';
  constructor(readonly lut: LutReference) {
    super(`Placed LUT: the file of "${lut.name}" (SHA-256 ${lut.sha256.slice(0, 12)}…) is not here`);
  }
}

/**
 * Placed LUT: an imported LUT at any place of the recipe. Log LUTs get ACEScct; display LUTs get the look's own
 * rendering, or on an HDR display the standard one, whose inverse takes the answer back to scene light, so what the display clips is lost there.
 * Compiling throws a MissingLutError where the file is not on the shelf.
 */
export const placedLut = defineStep({
  id: 'placedLut',
  label: 'Placed LUT',
  schema: placedLutSchema,
  keeps: { neutral: false, luminance: false },
  usesContext: true,
  isNeutral: (p) => p.lut === null,
  summary: (p) => p.lut?.name ?? 'none',
  compile({ lut, encoding, interpolation }, { lutRendering, luts } = restContext()) {
    if (!lut) return { run: () => {} };
    const found = luts.get(lut.sha256);
    if (!found) throw new MissingLutError(lut);
    if (encoding === 'display')
      return {
        run(rgb) {
          lutRendering.run(rgb);
          applyLut(found, rgb, interpolation);
          lutRendering.inverse(rgb);
        },
      };
    return {
      run(rgb) {
        for (let i = 0; i < rgb.length; i++) rgb[i] = acescct.forward(rgb[i]);
        applyLut(found, rgb, interpolation);
        for (let i = 0; i < rgb.length; i++) rgb[i] = acescct.inverse(Math.min(rgb[i], highestAcescct));
      },
    };
  },
});

/** The LUTs a look holds by name. */
export const lutsOf = (steps: readonly { type: string; params: Record<string, unknown> }[]): LutReference[] =>
  steps.flatMap((s) => (s.type === 'placedLut' && s.params.lut ? [s.params.lut as LutReference] : []));
