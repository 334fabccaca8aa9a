import { readExif } from '@velvet-dusk/core/formats/exif';
import type { ExrShot } from '@velvet-dusk/core/formats/exr/header';
import { type ShotRecord, shotRecordSchema } from '@velvet-dusk/core/recording/shotRecord';

/** What files say of how they were shot, as entries of a record. What makes no sense is left out: metadata refuses no picture. */

/** Entries that a record takes. */
function checked(entries: Partial<ShotRecord>): Partial<ShotRecord> {
  const out: Partial<ShotRecord> = {};
  for (const [key, value] of Object.entries(entries)) {
    const read = shotRecordSchema.shape[key as keyof ShotRecord].safeParse(value);
    if (read.success && value !== null && value !== '') Object.assign(out, { [key]: read.data });
  }
  return out;
}

/** Texts of files end in zero bytes. */
const plain = (text: unknown) =>
  typeof text === 'string'
    ? [...text]
        .map((c) => (c < ' ' ? ' ' : c))
        .join('')
        .trim()
        .slice(0, 120)
    : '';

const lensWords = (lens: { model?: unknown; focalLength?: unknown; aperture?: unknown }): string =>
  [
    plain(lens.model),
    typeof lens.focalLength === 'number' && lens.focalLength > 0 ? `${+lens.focalLength.toFixed(1)} mm` : '',
    typeof lens.aperture === 'number' && lens.aperture > 0 ? `f/${+lens.aperture.toFixed(1)}` : '',
  ]
    .filter((word) => word !== '')
    .join(', ');

/** Kinds of light by number: CIPA DC-008 (Exif 2.32), tag LightSource. */
const lights: Record<number, string> = {
  1: 'daylight',
  2: 'fluorescent',
  3: 'tungsten',
  4: 'flash',
  9: 'fine weather',
  10: 'cloudy',
  11: 'shade',
  17: 'illuminant A',
  20: 'D55',
  21: 'D65',
  22: 'D75',
  23: 'D50',
  24: 'studio tungsten',
};

const tags = {
  sensitivity: 34855,
  exposureBias: 37380,
  lightSource: 37384,
  fNumber: 33437,
  focalLength: 37386,
  lensModel: 42036,
};
const wanted = new Set(Object.values(tags));

/** Of Exif data (CIPA DC-008), as PNG, JPEG and TIFF carry it. */
export function recordOfExif(bytes: Uint8Array | undefined): Partial<ShotRecord> {
  if (!bytes) return {};
  const found = readExif(bytes, wanted);
  const number = (tag: number) => {
    const value = found.get(tag);
    return typeof value === 'number' ? value : undefined;
  };
  const ei = number(tags.sensitivity);
  const over = number(tags.exposureBias);
  return checked({
    ...(ei === undefined ? {} : { ei }),
    ...(over ? { meterOffset: Math.round(over * 100) / 100 } : {}),
    lens: lensWords({
      model: found.get(tags.lensModel),
      focalLength: number(tags.focalLength),
      aperture: number(tags.fNumber),
    }),
    light: lights[number(tags.lightSource) ?? 0] ?? '',
  });
}

/** Of an OpenEXR header. */
export const recordOfExr = ({ isoSpeed, cameraCCTSetting, ...lens }: ExrShot): Partial<ShotRecord> =>
  checked({
    ...(isoSpeed === undefined ? {} : { ei: Math.round(isoSpeed) }),
    ...(cameraCCTSetting === undefined ? {} : { balance: Math.round(cameraCCTSetting) }),
    lens: lensWords({ model: lens.lensModel, focalLength: lens.nominalFocalLength, aperture: lens.aperture }),
  });

/** Of a DPX header: it has no place for a sensitivity. */
export const recordOfDpx = ({ slate }: { slate: string }): Partial<ShotRecord> => checked({ slate });
