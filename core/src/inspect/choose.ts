import type { Profile } from '../camera/profile.ts';
import { roleOf } from '../order/roles/index.ts';
import type { Want } from '../order/roles/role.ts';
import { type OutputId, outputs } from '../render/outputs/index.ts';
import { faultWords } from './faults/words.ts';
import type { FullReport } from './report/report.ts';

/** What somebody shoots and looks at, and what the file is for. */
export interface Shoot {
  profile: Profile;
  /** Bits of the recording. */
  bits: 8 | 10 | 12;
  display: OutputId;
  use: Want;
}

/** A file weighed for a shoot. */
export interface Choice {
  /** Place in the list that was given. */
  at: number;
  /** Nothing speaks against it. */
  fits: boolean;
  /** How much speaks against it; for the order. */
  against: number;
  /** What speaks for it and against it, in sentences. */
  reasons: string[];
}

/** How much each thing speaks against a file. */
const weights = { role: 10, input: 8, output: 6, fault: 3, doubt: 2, banding: 1, exposure: 2 } as const;
/** Steps of an 8-bit display that one code makes, from which a sky bands (common practice: to two is close). */
const banded = 2;
const doubtful = 0.6;

function weigh(report: FullReport, at: number, shoot: Shoot): Choice {
  const { identity, faults, precision } = report;
  const top = identity.readings[identity.chosen];
  const reasons: string[] = [];
  let against = 0;
  const say = (weight: number, words: string) => {
    against += weight;
    reasons.push(words);
  };
  if (identity.isNothing) say(weights.role, 'It does nothing.');
  else if (!top) say(weights.role, 'What it is cannot be told.');
  else {
    const { serves, stands, isForSet } = roleOf(top.role);
    const isOfUse = serves.includes(shoot.use);
    if (!isOfUse) say(weights.role, `It works as ${top.roleLabel.toLowerCase()}: it stands ${stands}.`);
    const takesCamera = top.inputProfile !== null;
    if (takesCamera && top.inputProfile !== shoot.profile.id)
      say(weights.input, `It takes ${top.input}; this shoot records ${shoot.profile.name}.`);
    const wanted = outputs[shoot.display].label;
    if (shoot.use !== 'log' && top.output !== wanted && isOfUse)
      say(weights.output, `It gives ${top.output}; the display is ${wanted}.`);
    if (shoot.use === 'monitor' && !isForSet && isOfUse)
      reasons.push('It shows the picture as bright as it is exposed: no exposure over is taken back.');
    if (isForSet && shoot.use !== 'monitor')
      say(
        weights.exposure,
        `It is for footage exposed ${Math.abs(identity.exposure).toFixed(1)} stops otherwise.`,
      );
    if (top.share < doubtful) say(weights.doubt, `This is ${Math.round(top.share * 100)} % sure only.`);
  }
  for (const fault of faults)
    say(weights.fault, `${faultWords(fault.id).label}: ${faultWords(fault.id).meaning}`);
  const band = precision.banding.find((b) => b.bits === (shoot.bits === 8 ? 8 : 10));
  if (band && shoot.bits <= 10 && band.steps > banded)
    say(
      weights.banding,
      `At ${shoot.bits} bits one code moves the picture by ${band.steps.toFixed(1)} steps of 255: skies may band.`,
    );
  const fits = against < weights.doubt;
  if (fits) reasons.unshift(`It takes ${top?.input ?? 'this'}, gives ${top?.output ?? 'it'}, and is sound.`);
  return { at, fits, against, reasons };
}

/** Files of a folder for a described shoot, the right one first, each with what speaks against it. */
export const chooseLut = (reports: readonly FullReport[], shoot: Shoot): Choice[] =>
  reports.map((r, at) => weigh(r, at, shoot)).sort((a, b) => a.against - b.against);
