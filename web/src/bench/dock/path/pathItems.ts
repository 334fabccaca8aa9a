import type { TrialNote } from '@velvet-dusk/core/api/jobs';
import type { ShownLook } from '@velvet-dusk/core/look/shown';
import {
  contrastMeaning,
  judgeContrast,
  rollOffMeaning,
  type ToneShape,
} from '@velvet-dusk/core/readings/toneShape';
import type { PracticeSettings } from '@velvet-dusk/core/readings/practice';
import { judgeRollOff } from '@velvet-dusk/core/readings/rollOffBands';
import { zoneNames } from '@velvet-dusk/core/look/steps/zoneCurve';
import type { ZonesParams } from '@velvet-dusk/core/look/steps/zones';
import type { Shot } from '@velvet-dusk/core/look/shot';
import { signed } from '@velvet-dusk/core/numeric/signed';
import type { SuitedStrength } from '@velvet-dusk/core/proposals/strength';
import type { Reading } from '@velvet-dusk/core/readings/reading';
import { judge, type Verdict, worstVerdict, verdictOf } from '@velvet-dusk/core/numeric/verdict';
import type { DockId } from '../../../state/view.ts';

/** What the checklist is measured on. */
export interface PathInput {
  profileName: string;
  /** Why the profile is doubted; empty where it is not. */
  doubt: string;
  shot: Shot;
  /** How level the parade stands on what was marked as neutral, in %; null where nothing is. */
  neutralSpread: number | null;
  look: ShownLook;
  readings: readonly Reading[];
  effects: ReadonlyMap<string, number>;
  /** Verdict of every plate under the look; null for one that is not measured yet. */
  plates: readonly (Verdict | null)[];
  /** The latest saved run of trials; null where there is none. */
  lastRun: Pick<TrialNote, 'cells' | 'fails'> | null;
  /** Tones of the look; null until they are measured. */
  toneShape: ToneShape | null;
  suited: SuitedStrength | null;
  practice: PracticeSettings;
}

export interface PathItem {
  id: string;
  label: string;
  says: string;
  /** What it means, on rest. */
  more?: string;
  verdict: Verdict;
  /** Where a click leads. */
  dock?: DockId;
  reading?: string;
  station?: 'trials';
  /** What can be solved for where it fails or is close. */
  mends?: 'rollOff';
}

function fromReadings(readings: readonly Reading[], ids: readonly string[]) {
  const found = readings.filter((r) => ids.includes(r.id));
  const worst = worstVerdict(found.map((r) => r.verdict));
  const told = found.find((r) => r.verdict === worst && worst !== 'holds' && worst !== 'none');
  return {
    verdict: worst,
    worst: told,
    text: found.map((r) => `${r.label.toLowerCase()} ${r.text}`).join(', '),
  };
}

function tintText(look: ShownLook): string {
  const tinted = look.steps.flatMap((s) => {
    if (s.type !== 'zones' || !s.on) return [];
    const p = s.params as unknown as ZonesParams;
    return zoneNames.filter((n) => p[n].warm !== 0 || p[n].green !== 0);
  });
  return tinted.length > 0 ? `tints in ${tinted.join(', ')}` : 'no zone is tinted';
}

/** The stocks of a look, and that a negative alone goes on as a scan does. */
function filmText(look: ShownLook): string {
  const stock = (type: 'negative' | 'print') => {
    const step = look.steps.findLast((s) => s.type === type && s.on && s.strength > 0);
    return (step?.params.stock as { name: string } | null | undefined)?.name;
  };
  const [negative, print] = [stock('negative'), stock('print')];
  if (negative && print) return `${negative} on ${print}`;
  if (negative) return `${negative}, as a scan; no print`;
  return print ? `${print}, printed from scene light` : 'no film in this look';
}

const hueTypes = [
  'hueBelt',
  'primariesAndSecondaries',
  'saturation',
  'satByLuminance',
  'satBySaturation',
  'colourDensity',
];

const unmeasured = { says: 'being measured', verdict: 'none' as const };

/** The path practitioners follow, each stage with what was measured; nothing is ticked by hand. */
export function pathItems(input: PathInput): PathItem[] {
  const { look, readings, shot, effects, plates, suited, neutralSpread, lastRun, toneShape, practice } =
    input;
  const of = (...ids: string[]) => fromReadings(readings, ids);
  const tone = of('midGrey', 'black', 'white');
  const ends = of('shadowColour', 'highlightColour', 'crushed', 'clipped');
  const tint = of('neutral');
  const skin = of('skinHue', 'skinSaturation');
  // Exposing is the shot's: what the look is not to blame for counts here.
  const level = readings.find((r) => r.id === 'skinLevel');
  const hueEffect = look.steps
    .filter((s) => hueTypes.includes(s.type))
    .reduce((sum, s) => sum + (effects.get(s.id) ?? 0), 0);
  const count = (v: Verdict | null) => plates.filter((p) => p === v).length;
  const measured = plates.filter((p) => p !== null);
  const worstPlate = worstVerdict(measured);
  const ahead = count(null) > 0 ? `; ${count(null)} not measured yet` : '';
  const strength = Math.round(look.strength * 100);
  const fits = suited ? Math.round(suited.strength * 100) : null;
  return [
    {
      id: 'normalise',
      label: 'Normalise',
      says: input.doubt || `by the profile ${input.profileName}`,
      verdict: input.doubt ? 'fails' : 'holds',
    },
    {
      id: 'expose',
      label: 'Expose',
      reading: 'skinLevel',
      says: `shot ${signed(shot.exposure, 2)} st${level ? `, ${level.label.toLowerCase()} ${level.text}` : ''}`,
      verdict: level && level.value !== null ? verdictOf(level.miss) : 'none',
    },
    {
      id: 'balance',
      label: 'Balance',
      says:
        neutralSpread === null
          ? `no neutral is marked on this plate; shot ${signed(shot.mired, 0)} mired`
          : `parade level within ${neutralSpread.toFixed(1)} % on what is marked neutral`,
      verdict:
        neutralSpread === null ? 'none' : judge(neutralSpread, { low: 0, high: 1.5, slack: 2 }).verdict,
    },
    {
      id: 'tone',
      label: 'Tone',
      says: tone.text,
      verdict: tone.verdict,
      dock: 'tone',
      reading: tone.worst?.id ?? 'midGrey',
    },
    {
      id: 'contrast',
      label: 'Contrast',
      dock: 'tone',
      more: contrastMeaning,
      ...(toneShape ? judgeContrast(toneShape.contrast) : unmeasured),
    },
    {
      id: 'rollOff',
      label: 'Roll-off',
      dock: 'tone',
      ...(toneShape
        ? {
            ...judgeRollOff(toneShape.rollOff, toneShape.own, practice),
            more: rollOffMeaning(toneShape.rollOff),
          }
        : unmeasured),
      mends: 'rollOff',
    },
    {
      id: 'tint',
      label: 'Tint',
      says: `${tintText(look)}; ${tint.text}`,
      verdict: tint.verdict,
      dock: 'tone',
      reading: 'neutral',
    },
    {
      id: 'hue',
      label: 'Hue',
      dock: 'hue' as const,
      says:
        hueEffect < 0.05
          ? 'hue and saturation are untouched'
          : `hue and saturation steps do ΔE ${hueEffect.toFixed(1)}`,
      verdict: 'none',
    },
    { id: 'skin', label: 'Skin', says: skin.text, verdict: skin.verdict, dock: 'boxes', reading: 'skinHue' },
    { id: 'film', label: 'Film', dock: 'film' as const, says: filmText(look), verdict: 'none' },
    {
      id: 'ends',
      label: 'Clean ends',
      says: ends.text,
      verdict: ends.verdict,
      dock: 'tone',
      reading: ends.worst?.id ?? 'shadowColour',
    },
    {
      id: 'compare',
      label: 'Compare',
      says: `of ${plates.length} plates ${count('holds')} hold, ${count('close')} are close, ${count('fails')} fail${ahead}`,
      // A plate not measured yet may still fail.
      verdict: worstPlate === 'holds' && ahead ? 'none' : worstPlate,
    },
    {
      id: 'strength',
      label: 'Strength',
      says: fits === null ? `${strength} %` : `${strength} %; this plate takes ${fits} %`,
      verdict: fits === null ? 'none' : fits >= strength ? 'holds' : 'close',
    },
    {
      id: 'test',
      label: 'Test',
      station: 'trials',
      says: lastRun
        ? `last saved run: ${lastRun.cells - lastRun.fails} of ${lastRun.cells} cells hold`
        : 'no run saved',
      verdict: lastRun ? (lastRun.fails > 0 ? 'fails' : 'holds') : 'none',
    },
  ];
}
