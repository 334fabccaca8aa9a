import { textureNotes } from '../texture/index.ts';
import { type PlateTexture, plateTextureNotes } from '../texture/onPlate.ts';
import { type AcceptedMisses, acceptedNotes } from './acceptedMisses.ts';
import { percent } from '../numeric/percent.ts';
import { isActive } from './compile.ts';
import { type PlateStrengths, plateStrengthNotes } from './onPlate.ts';
import type { Look } from './document.ts';
import { recipeHash } from './hash.ts';
import { stepDefinition } from './steps/index.ts';

const nameWidth = 26;

/** The steps that do something, a line each: name, setting, strength. */
const stepLines = ({ steps }: Look) =>
  steps.filter(isActive).map(({ type, params, strength }) => {
    const { label, summary } = stepDefinition(type);
    const at = strength < 1 ? `  at ${percent(strength)}` : '';
    return `  ${label.padEnd(nameWidth)}${summary(params)}${at}`;
  });

function textureLines(look: Look, plates: readonly CardPlate[]): string[] {
  const differing = plateTextureNotes(look.texture, plates);
  return [
    ...textureNotes(look.texture),
    ...(differing.length > 0 ? [{ label: 'On single plates', lines: differing }] : []),
  ].flatMap(({ label, lines }) => [`  ${label}`, ...lines.map((line) => `    ${line}`)]);
}

/** A plate as a card tells of it: what it makes of looks and of their texture. */
export interface CardPlate {
  name: string;
  texture: PlateTexture;
  strengths: PlateStrengths;
  acceptedMisses?: AcceptedMisses;
}

/** What a card is told beside the look itself. */
export interface CardSetting {
  /** The name of its project, where it has one. */
  project?: string;
  plates?: readonly CardPlate[];
  /** By which plates know how strong the look is on them. */
  id?: string;
  /** Work on single plates that no LUT holds, in lines. */
  shots?: readonly string[];
  /** What a reading is called. */
  readingLabel?(id: string): string;
}

/** What is set by hand on plates that take the look otherwise, and what of it can be mixed. */
function strengthLines(id: string, plates: readonly CardPlate[]): string[] {
  const lines = plateStrengthNotes(id, plates);
  if (lines.length === 0) return [];
  return [
    '  On single plates (mix the creative file: half of a combined file mixes log with picture)',
    ...lines.map((line) => `    ${line}`),
  ];
}

const accepted = (lines: string[]) =>
  lines.length > 0 ? ['Readings that are meant to miss', ...lines.map((line) => `  ${line}`), ''] : [];

const orNone = (lines: string[]) => (lines.length > 0 ? lines : ['  none']);

/**
 * The look card: one page of plain text that describes a look. What travels in its LUT, what of its texture has to be
 * set by hand elsewhere and on which plates it differs, the readings it is meant to miss, and the notes.
 */
export function lookCard(
  look: Look,
  { project = '', plates = [], id = '', shots = [], readingLabel = (reading) => reading }: CardSetting = {},
): string {
  const { preset, gamutFit } = look.rendering;
  return [
    `LOOK CARD  ${look.name}`,
    ...(project ? [`Project    ${project}`] : []),
    `Recipe     ${recipeHash(look).slice(0, 16)}`,
    '',
    `Look, travels in the LUT, at ${percent(look.strength)}${look.colourOnly ? ', colour only' : ''}`,
    ...orNone(stepLines(look)),
    ...strengthLines(id, plates),
    '',
    'Rendering',
    `  ${preset} tone scale, ${gamutFit} gamut fit`,
    '',
    'Texture, does not travel in a LUT: to be set by hand, in front of it, on scene-linear light',
    ...orNone(textureLines(look, plates)),
    '',
    ...(shots.length > 0 ? ['Shot by shot, in no LUT', ...shots.map((line) => `  ${line}`), ''] : []),
    ...accepted(acceptedNotes(look, plates, readingLabel)),
    ...(look.notes ? ['Notes', ...look.notes.split('\n').map((line) => `  ${line}`), ''] : []),
  ].join('\n');
}
