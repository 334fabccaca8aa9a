import { z } from 'zod';
import { makeCodec } from '../../camera/codec.ts';
import { type Profile, profileSchema } from '../../camera/profile.ts';
import { transformBuffer } from '../../colour/matrix.ts';
import { acescct, highestAcescct } from '../../colour/transfer/acescct.ts';
import { applyLut } from '../../lut/apply.ts';
import { mapBuffer } from '../../numeric/buffer.ts';
import { restContext } from '../context.ts';
import { defineStep } from './step.ts';

/** What the code of an imported LUT means. To add one: a line here and a case in `compile`. */
export const lutEncodings = {
  log: {
    label: 'log to log',
    about: 'Log code in and out, ACEScct or a camera’s: a creative LUT that stands before a conversion',
  },
  display: {
    label: 'display to display',
    about: 'Display code in and out: a creative LUT made for normalised pictures',
  },
  normalise: {
    label: 'camera to display',
    about: 'Camera code in, display code out: it normalises in place of the look’s own rendering',
  },
} as const;

export const lutReferenceSchema = z.strictObject({
  /** SHA-256 of the file, hexadecimal. */
  sha256: z.string().regex(/^[0-9a-f]{64}$/, 'a SHA-256 of 64 hexadecimal digits is needed'),
  name: z.string().min(1).max(200),
});
export type LutReference = z.output<typeof lutReferenceSchema>;

export const placedLutSchema = z
  .strictObject({
    lut: lutReferenceSchema.nullable().default(null),
    encoding: z.enum(['log', 'display', 'normalise']).default('log'),
    interpolation: z.enum(['tetrahedral', 'trilinear']).default('tetrahedral'),
    /** The camera whose code it takes; ACEScct where there is none. */
    profile: profileSchema.optional(),
  })
  .refine(({ encoding, profile }) => encoding !== 'normalise' || profile !== undefined, {
    path: ['profile'],
    message: 'a LUT that normalises takes the code of a camera: name its profile',
  });
export type PlacedLutParams = z.output<typeof placedLutSchema>;

/** A look asks for a LUT whose file is not here. */
export class MissingLutError extends Error {
  override name = 'MissingLutError';
  constructor(readonly lut: LutReference) {
    super(`Placed LUT: the file of "${lut.name}" (SHA-256 ${lut.sha256.slice(0, 12)}…) is not here`);
  }
}

/** Between working RGB and the code of a camera, or ACEScct; in place. */
function codeOf(profile: Profile | undefined) {
  if (!profile)
    return {
      toCode: (rgb: Float32Array) => mapBuffer(rgb, acescct.forward),
      toLight: (rgb: Float32Array) => mapBuffer(rgb, (v) => acescct.inverse(Math.min(v, highestAcescct))),
    };
  const codec = makeCodec(profile);
  return {
    toCode(rgb: Float32Array) {
      transformBuffer(codec.fromWorking, rgb);
      mapBuffer(rgb, codec.encode);
    },
    toLight(rgb: Float32Array) {
      mapBuffer(rgb, codec.decode);
      transformBuffer(codec.toWorking, rgb);
    },
  };
}

/**
 * Placed LUT: an imported LUT at any place of the recipe. Log LUTs get ACEScct or the code of a camera; display LUTs get the look's own
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
  compile({ lut, encoding, interpolation, profile }, { lutRendering, luts } = restContext()) {
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
    const { toCode, toLight } = codeOf(profile);
    const back = encoding === 'normalise' ? lutRendering.inverse : toLight;
    return {
      run(rgb) {
        toCode(rgb);
        applyLut(found, rgb, interpolation);
        back(rgb);
      },
    };
  },
});

/** The LUTs a look holds by name. */
export const lutsOf = (steps: readonly { type: string; params: Record<string, unknown> }[]): LutReference[] =>
  steps.flatMap((s) => (s.type === 'placedLut' && s.params.lut ? [s.params.lut as LutReference] : []));
