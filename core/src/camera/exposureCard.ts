import { compileRendering, type Rendering, standardRendering } from '../render/rendering.ts';
import { makeCodec } from './codec.ts';
import { linearToStops, midGrey } from '../colour/exposure.ts';
import type { Profile } from './profile.ts';
import { codeToSignal } from '../colour/range.ts';
import { type Base, basesOf, sensorAt } from './sensitivity.ts';

export interface CardSettings {
  /** EI the camera is set to. */
  sensitivity: number;
  /** Stops by which the scene is exposed over (+) or under (−) the meter, whatever led the operator to it. */
  lightOffset: number;
  /**
   * Stops by which the monitor shows the picture darker (+), so that the operator opens up. What that comes to on the
   * sensor is part of `lightOffset`.
   */
  monitorOffset: number;
}

/** One level in the scales people read. */
export interface Levels3 {
  percent: number;
  code10: number;
  code8: number;
}
export interface CardRow {
  id: string;
  label: string;
  /** Stops from mid-grey before the light offset. */
  stops: number;
  /** Stops at which the camera records it. */
  recordedStops: number;
  recorded: Levels3;
  /** After the conversion, as recorded, and on the monitor. */
  converted: Levels3;
  monitored: Levels3;
  /** At or above the clip, or at or under the floor. */
  lost: 'clipped' | 'under the floor' | null;
}
export interface ExposureCard {
  base: Base | undefined;
  clipStops: number;
  floorStops: number;
  /** Stops the scene has above and below its mid-grey, with the light offset taken off. */
  above: number;
  below: number;
  /** Stops post can pull down and push up within the base's post range. */
  post: { down: number; up: number; from: number; to: number } | null;
  rows: CardRow[];
  warnings: string[];
}

/** Objects on the card, with their reflectance. Skin from memory; the rest is common practice. */
export const cardObjects = [
  { id: 'white', label: '90 % white', reflectance: 0.9 },
  { id: 'skin-fair', label: 'Fair skin', reflectance: 0.36 },
  { id: 'skin-medium', label: 'Medium skin', reflectance: 0.2 },
  { id: 'grey', label: '18 % grey', reflectance: midGrey },
  { id: 'skin-deep', label: 'Deep skin', reflectance: 0.09 },
  { id: 'black', label: '3 % black', reflectance: 0.03 },
] as const;

/** More than this in post rarely holds: common practice. */
const maxRescue = 2;

const levels3 = (code: number, signal: number): Levels3 => ({
  percent: signal * 100,
  code10: code * 1023,
  code8: code * 255,
});

/** Where a camera at a setting puts grey, white and skin, what is left above and below, and what post can reach. */
export function exposureCard(profile: Profile, rendering: Rendering, settings: CardSettings): ExposureCard {
  const codec = makeCodec(profile);
  const { sensitivity, lightOffset, monitorOffset } = settings;
  const { base, clipStops, floorStops } = sensorAt(codec, sensitivity);
  const display = compileRendering(rendering);
  const shown = (linear: number): Levels3 => {
    const rgb = new Float32Array(3).fill(linear);
    display.run(rgb);
    return levels3(rgb[1], display.toSignal(rgb[1]));
  };
  const rows = cardObjects.map(({ id, label, reflectance }): CardRow => {
    const stops = linearToStops(reflectance);
    const recordedStops = stops + lightOffset;
    const held = Math.min(reflectance * 2 ** lightOffset, midGrey * 2 ** clipStops);
    const code = Math.min(Math.max(codec.encode(held), 0), 1);
    const lost =
      recordedStops >= clipStops ? 'clipped' : recordedStops <= floorStops ? 'under the floor' : null;
    const monitored = shown(held * 2 ** -monitorOffset);
    return {
      id,
      label,
      stops,
      recordedStops,
      recorded: levels3(code, codeToSignal(code, codec.levels)),
      converted: shown(held),
      monitored,
      lost,
    };
  });
  const post = base
    ? {
        from: base.from,
        to: base.to,
        down: Math.log2(sensitivity / base.from),
        up: Math.log2(base.to / sensitivity),
      }
    : null;
  return {
    base,
    clipStops,
    floorStops,
    rows,
    post,
    above: clipStops - lightOffset,
    below: lightOffset - floorStops,
    warnings: warningsOf(profile, settings, rows, post, base),
  };
}

/** What an operator meters by. */
const metered = ['grey', 'skin-fair', 'skin-deep', 'white'];

/** Where a camera's own meter shows grey, skin and white in footage so many stops over, and what to beware of; at its first base. */
export function meterCard(profile: Profile, stopsOver: number) {
  const [first] = profile.sensitivities;
  const sensitivity = first?.base ?? 800;
  const settings = { sensitivity, lightOffset: stopsOver, monitorOffset: 0 };
  const { above, rows, warnings } = exposureCard(profile, standardRendering, settings);
  return {
    sensitivity: first ? sensitivity : null,
    above,
    rows: rows
      .filter((row) => metered.includes(row.id))
      .map(({ label, recorded }) => ({ label, percent: recorded.percent })),
    warnings,
  };
}

function warningsOf(
  profile: Profile,
  { sensitivity, lightOffset }: CardSettings,
  rows: CardRow[],
  post: ExposureCard['post'],
  base: Base | undefined,
): string[] {
  const warnings: string[] = [];
  if (post && (post.down < 0 || post.up < 0))
    warnings.push(`EI ${sensitivity} lies outside ${post.from}–${post.to}, the range of base ${base!.base}.`);
  // A light offset of one stop over is taken back in post by half the EI, and the other way round.
  const back = sensitivity / 2 ** lightOffset;
  if (post && post.down >= 0 && post.up >= 0 && (back < post.from || back > post.to)) {
    const other = basesOf(profile).find((b) => b !== base && back >= b.from && back <= b.to);
    const cross = other ? ` It would need base ${other.base}, and a clip cannot cross.` : '';
    const from = `taking ${lightOffset.toFixed(1)} stops back asks for EI ${Math.round(back)}`;
    warnings.push(`In post, ${from}, outside ${post.from}–${post.to}.${cross}`);
  }
  if (lightOffset < -maxRescue)
    warnings.push(`A rescue beyond ${maxRescue} stops rarely holds: noise comes up with the picture.`);
  for (const row of rows) if (row.lost) warnings.push(`${row.label} is ${row.lost}.`);
  return warnings;
}
