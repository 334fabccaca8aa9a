import { isActive } from '../../look/compile.ts';
import type { Look } from '../../look/document.ts';
import { stepDefinition } from '../../look/steps/index.ts';
import { textureNotes } from '../../texture/index.ts';
import type { LookOnPlates, PackSpec } from '../spec.ts';
import { triedLines } from './content.ts';
import { escape, page } from './page.ts';
import { shotsBlock } from './shots.ts';

/** A plate before and behind a look. */
export interface CardPicture {
  name: string;
  before: string;
  after: string;
}

/** What a look does to a grey card and to skin, as signal in %. */
export interface CardMeasures {
  grey: [before: number, after: number];
  skin: [before: number, after: number];
}

const percent = (x: number) => `${(x * 100).toFixed(1)} %`;

const steps = ({ steps: all }: Look) =>
  all
    .filter(isActive)
    .map(({ type, params, strength }) => {
      const { label, summary } = stepDefinition(type);
      return `<tr><th scope="row">${escape(label)}</th><td>${escape(summary(params))}</td><td>${strength < 1 ? percent(strength) : ''}</td></tr>`;
    })
    .join('');

const list = (title: string, about: string, lines: readonly string[]) =>
  lines.length > 0
    ? `<h2>${title}</h2><p class="soft">${about}</p><p>${lines.map(escape).join('<br>')}</p>`
    : '';

/** What is set on single plates, and which readings are meant to miss. */
const singlePlates = ({ strengths, texture, accepted }: LookOnPlates) =>
  list(
    'Strength on single plates',
    'Mix the creative file: half of a combined file mixes log with picture.',
    strengths,
  ) +
  list('Texture on single plates', 'Set by hand, in front of the LUT.', texture) +
  list('Meant to miss', 'Readings outside their bands on purpose, with the reason.', accepted);

/** One page that describes a look: pictures before and after, advice, and what no LUT holds. */
export function lookCardPage(
  look: Look,
  lookId: string,
  spec: PackSpec,
  { pictures, measures }: { pictures: readonly CardPicture[]; measures: CardMeasures },
): string {
  const { pack, release } = spec;
  const tried = triedLines(spec, lookId);
  const notes = pack.looks.find((l) => l.lookId === lookId);
  const { grey, skin } = measures;
  const texture = textureNotes(look.texture);
  const onPlates = spec.onPlates?.find((l) => l.lookId === lookId);
  return page(
    `${look.name}, look card`,
    `<p class="soft"><a href="../index.html">${escape(pack.name)}</a>${release ? ` · release ${release.number}` : ''}</p>
<h1>${escape(look.name)}</h1>
${look.notes ? `<p>${escape(look.notes).replaceAll('\n', '<br>')}</p>` : ''}
${pictures
  .map(
    (p) =>
      `<div class="pair"><figure><img src="${p.before}" alt="${escape(p.name)}, normalised, without the look"><figcaption>${escape(p.name)}, without</figcaption></figure><figure><img src="${p.after}" alt="${escape(p.name)}, with ${escape(look.name)}"><figcaption>with ${escape(look.name)}</figcaption></figure></div>`,
  )
  .join('\n')}
<h2>What to expect</h2>
<p>${notes?.advice ? escape(notes.advice) : 'Begin between 30 and 60 % and dial up; the files of this pack hold it at full strength unless their names say another.'}</p>
<p>A grey card goes from ${percent(grey[0])} to ${percent(grey[1])}, skin in the light from ${percent(skin[0])} to ${percent(skin[1])}.${look.colourOnly ? ' Its luminance is left alone: colour only.' : ''}</p>
${tried.length > 0 ? `<p>Tried on plates of the project: ${escape(tried.join(' '))}</p>` : ''}
<h2>In the LUT</h2>
<table><tbody>${steps(look) || '<tr><td>nothing</td></tr>'}</tbody></table>
<h2>Not in the LUT</h2>
${notes?.notBaked ? `<p>${escape(notes.notBaked)}</p>` : ''}
${
  texture.length > 0
    ? texture
        .map(({ label, lines }) => `<h3>${escape(label)}</h3><p>${lines.map(escape).join('<br>')}</p>`)
        .join('')
    : notes?.notBaked
      ? ''
      : `<p>Nothing: no texture${spec.shotNotes ? '' : ', no windows, no masks'}.</p>`
}
${onPlates ? singlePlates(onPlates) : ''}
${shotsBlock(spec.shotNotes ?? [])}`,
  );
}
