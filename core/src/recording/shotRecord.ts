import { z } from 'zod';
import { baseFor, basesOf } from '../camera/sensitivity.ts';
import type { Profile } from '../camera/profile.ts';
import type { Shot } from '../look/shot.ts';
import { signed } from '../numeric/signed.ts';

/** How a plate was shot, as its camera report says: what a look developer asks when noise or a cast comes up. */

const number = (label: string, unit: string, min: number, max: number) =>
  z.number().min(min).max(max).nullable().default(null).meta({ label, unit });
const text = (label: string) => z.string().max(120).default('').meta({ label });

export const shotRecordSchema = z.strictObject({
  slate: text('Slate'),
  ei: number('EI', '', 10, 1_000_000),
  /** The base sensitivity it was recorded at, where the camera has several. */
  base: number('Base', '', 10, 1_000_000),
  /** White balance of the camera, in kelvin. */
  balance: number('Balance', 'K', 1000, 40_000),
  /** Stops over what the meter said. */
  meterOffset: number('Over the meter', 'st', -8, 8),
  lens: text('Lens'),
  light: text('Light'),
  place: text('Place'),
});
export type ShotRecord = z.output<typeof shotRecordSchema>;
export type RecordKey = keyof ShotRecord;
export const recordKeys = Object.keys(shotRecordSchema.shape) as RecordKey[];
export const emptyRecord: ShotRecord = shotRecordSchema.parse({});

/** Label and unit of an entry, and whether it is a number. */
export function recordField(key: RecordKey): { label: string; unit: string; isNumber: boolean } {
  const { label, unit = '' } = shotRecordSchema.shape[key].meta() as { label: string; unit?: string };
  return { label, unit, isNumber: typeof emptyRecord[key] !== 'string' };
}

/**
 * A typed entry. Nothing typed is nothing recorded. Throws an Error that says what is wrong with it.
 */
export function readEntry(key: RecordKey, typed: string): Partial<ShotRecord> {
  const { label, isNumber } = recordField(key);
  const words = typed.trim();
  const value = !isNumber ? words : words === '' ? null : Number(words.replace('−', '-').replace(',', '.'));
  const read = shotRecordSchema.shape[key].safeParse(value);
  if (!read.success || (typeof value === 'number' && Number.isNaN(value)))
    throw new Error(`${label}: "${words}" ${isNumber ? 'is no number that can be meant' : 'is too long'}`);
  return { [key]: read.data };
}

/** How far from the meter: "1.3 st over the meter". */
const offMeter = (stops: number) =>
  `${Math.abs(stops).toFixed(1)} st ${stops > 0 ? 'over' : 'under'} the meter`;

const entryWords: Record<RecordKey, (record: ShotRecord) => string> = {
  slate: ({ slate }) => slate,
  ei: ({ ei }) => (ei === null ? '' : `EI ${ei}`),
  base: ({ base }) => (base === null ? '' : `base ${base}`),
  balance: ({ balance }) => (balance === null ? '' : `${balance} K`),
  meterOffset: ({ meterOffset }) => (meterOffset ? offMeter(meterOffset) : ''),
  lens: ({ lens }) => lens,
  light: ({ light }) => light,
  place: ({ place }) => place,
};

/** What is recorded, in the order of a camera report; empty where nothing is. */
export const recordWords = (record: ShotRecord): string[] =>
  recordKeys.map((key) => entryWords[key](record)).filter((words) => words !== '');

/** A correction this near what the record says is taken as made. */
const nearTrim = 0.25;

/** The base sensitivity a plate was recorded at, as far as its record and its profile say. */
function recordedBase({ base, ei }: ShotRecord, profile: Profile): number | null {
  if (base !== null || ei === null) return base;
  return baseFor(profile, ei)?.base ?? null;
}

/**
 * What a record means for noise, clip and the trim of its plate, in sentences. @param others records of other plates of its
 * scene and camera
 */
export function recordCautions(
  record: ShotRecord,
  { profile, shot, others }: { profile: Profile; shot: Shot; others: readonly ShotRecord[] },
): string[] {
  const out: string[] = [];
  const base = recordedBase(record, profile);
  const bases = basesOf(profile).map((b) => b.base);
  const { ei, meterOffset } = record;
  const ofSetting = ei === null ? null : recordedBase({ ...record, base: null }, profile);
  if (ei !== null && record.base !== null && ofSetting !== null && ofSetting !== record.base)
    out.push(`EI ${ei} works on base ${ofSetting} by the profile; the record says base ${record.base}.`);
  if (base !== null) {
    // What the trim makes of the setting: a stop more is twice the EI.
    const trimmed = Math.round((ei ?? base) * 2 ** shot.exposure);
    const crossed = bases.findLast((b) => b > base && trimmed >= b);
    if (crossed !== undefined && shot.exposure > 0)
      out.push(
        `The trim makes it EI ${trimmed}, past base ${crossed}: recorded there it would have less noise.`,
      );
    const below = bases.findLast((b) => b < base && trimmed <= b);
    if (below !== undefined && shot.exposure < 0)
      out.push(
        `The trim makes it EI ${trimmed}, down to base ${below}: recorded there it would keep more above the clip.`,
      );
  }
  const otherBases = [
    ...new Set(others.flatMap((o) => recordedBase(o, profile) ?? []).filter((b) => b !== base)),
  ].sort((a, b) => a - b);
  if (base !== null && otherBases.length > 0)
    out.push(
      `Recorded at base ${base}, others of its scene at ${otherBases.join(' and ')}: noise and clip differ.`,
    );
  if (
    meterOffset !== null &&
    Math.abs(meterOffset) > nearTrim &&
    Math.abs(shot.exposure + meterOffset) > nearTrim
  )
    out.push(`Exposed ${offMeter(meterOffset)}; the trim is ${signed(shot.exposure, 1)} st.`);
  return out;
}
