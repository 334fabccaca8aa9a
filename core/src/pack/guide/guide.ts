import { fileSlug } from '../../slug.ts';
import type { Manifest } from '../manifest.ts';
import type { PackSpec } from '../spec.ts';
import { headingIds, headings } from '../standing.ts';
import { choose } from './chooser.ts';
import {
  guideGroups,
  type GuideRow,
  headLine,
  type PairBlock,
  pairParagraphs,
  rolesInShort,
  stopsWords,
  usedLooks,
} from './content.ts';
import { address, escape, page } from './page.ts';
import { shotsBlock } from './shots.ts';
import { accuracyOf, cautionsOf, type Symptom, symptomsOf } from './symptoms.ts';

export const cardPath = (lookId: string): string => `look-cards/${fileSlug(lookId, 'look')}.html`;

const pairTable = ({ title, rows, lines }: PairBlock) =>
  `<h3>${escape(title)}</h3><table><tbody>${rows.map(([label, level]) => `<tr><th scope="row">${escape(label)}</th><td>${escape(level)}</td></tr>`).join('')}</tbody></table>${lines.map((l) => `<p>${escape(l)}</p>`).join('')}`;

const fileRow = ({ path, name, look, camera, role, purpose }: GuideRow) =>
  `<tr><td><a href="${address(path)}"><code>${escape(name)}</code></a></td><td>${escape(look)}</td><td>${escape(camera)}</td><td>${escape(role)}</td><td class="hide">${escape(purpose)}</td></tr>`;

const filesBy = (manifest: Manifest, spec: PackSpec) =>
  guideGroups(manifest, spec)
    .map(
      ({ label, about, rows }) =>
        `<h3>${escape(label)}</h3><p class="soft">${escape(about)}</p><table><thead><tr><th scope="col">File</th><th scope="col">Look</th><th scope="col">Camera</th><th scope="col">Role</th><th scope="col" class="hide">What for</th></tr></thead><tbody>${rows.map(fileRow).join('')}</tbody></table>`,
    )
    .join('\n');

/** Everything the chooser can be asked, with its answers worked out beforehand: the page itself only looks them up. */
function answers(manifest: Manifest, spec: PackSpec) {
  const { files } = manifest;
  const cameras = [
    ...new Set(files.flatMap((f) => (spec.profiles.some((p) => p.id === f.from) ? [f.from] : []))),
  ];
  const looks = usedLooks(manifest);
  const overs = [...new Set([0, ...files.map((f) => (f.offset === 0 ? 0 : -f.offset))])].sort(
    (a, b) => a - b,
  );
  const places = spec.pack.destinations.filter((d) => files.some((f) => f.destination === d.id));
  const found: Record<string, { path: string; why: string }[]> = {};
  for (const camera of [...cameras, ''])
    for (const over of overs)
      for (const { id: destination } of places)
        for (const look of [...looks.map(([id]) => id), ''])
          for (const inSteps of [false, true]) {
            const list = choose(manifest, { camera, over, destination, look, inSteps });
            if (list.length > 0) found[[camera, over, destination, look, inSteps ? 1 : 0].join('|')] = list;
          }
  const editor = places.find((d) => d.id === 'editor') ?? places[0];
  const usual = [cameras[0] ?? '', 0, editor?.id, looks[0]?.[0] ?? '', 0].join('|');
  // The page opens on a question that has an answer.
  const first = found[usual] ? usual : (Object.keys(found)[0] ?? usual);
  return { cameras, looks, overs, places, found, first };
}

/** Why it went out whatever stood against it, a line for each heading under which anything did. */
const excuses = (release: Manifest['release']) =>
  headingIds
    .filter((id) => release && release.standing[id].length > 0)
    .map((id) => {
      const { label, about } = headings[id];
      return `<p>${label}: ${release!.standing[id].length} ${about}. Released because: ${escape(release!.reasons[id])}</p>`;
    })
    .join('');

/** JSON that cannot end the script it stands in. */
const inScript = (value: unknown) => JSON.stringify(value).replaceAll('<', '\\u003c');

const script = `
const box=document.getElementById('chooser');box.hidden=false;
const of=(n)=>document.getElementById('ask-'+n);
const asks=['camera','over','destination','look','steps'];
function show(){
 const key=asks.map((n)=>of(n).value).join('|');
 const list=answers[key]||[];
 const out=document.getElementById('answer');out.textContent='';
 if(!list.length){out.textContent='The pack holds no file for that. Another place or no look may have one.';return;}
 list.slice(0,2).forEach((a,i)=>{
  const p=document.createElement('p');
  const link=document.createElement('a');link.href=a.path.split('/').map(encodeURIComponent).join('/');
  const code=document.createElement('code');code.textContent=a.path;link.append(code);
  p.append(i?'Or ':'',link,' — '+a.why);out.append(p);
 });
}
asks.forEach((n,i)=>{of(n).value=first.split('|')[i];of(n).addEventListener('change',show);});show();
`;

const options = (list: readonly (readonly [value: string, label: string])[]) =>
  list.map(([value, label]) => `<option value="${escape(value)}">${escape(label)}</option>`).join('');

function chooserBlock(manifest: Manifest, spec: PackSpec): string {
  const { cameras, looks, overs, places, found, first } = answers(manifest, spec);
  const name = (id: string) => spec.profiles.find((p) => p.id === id)?.name ?? id;
  const ask = (id: string, label: string, list: readonly (readonly [string, string])[]) =>
    `<label for="ask-${id}">${label} <select id="ask-${id}">${options(list)}</select></label>`;
  return `<section id="chooser" class="chooser" aria-label="Which file" hidden>
${ask('camera', 'Footage from', [...cameras.map((c) => [c, name(c)] as const), ['', 'any camera, normalised already']])}
${ask(
  'over',
  'exposed',
  overs.map((o) => [String(o), o === 0 ? 'as metered' : stopsWords(-o)]),
)}
${ask(
  'destination',
  'It goes to',
  places.map((d) => [d.id, d.label]),
)}
${ask('look', 'with', [...looks, ['', 'no look']])}
${ask('steps', 'corrections', [
  ['0', 'none, or after the LUT'],
  ['1', 'in log, before the conversion'],
])}
<output id="answer" for="ask-camera ask-over ask-destination ask-look ask-steps" aria-live="polite"></output>
</section>
<script>const answers=${inScript(found)},first=${inScript(first)};${script}</script>`;
}

const symptomTable = (symptoms: readonly Symptom[]) =>
  `<h2>If the picture looks wrong</h2><table><thead><tr><th scope="col">What you see</th><th scope="col">Usually</th><th scope="col">Check</th></tr></thead><tbody>${symptoms.map(({ sees, likely, check }) => `<tr><th scope="row">${escape(sees)}</th><td>${escape(likely)}</td><td>${escape(check)}</td></tr>`).join('')}</tbody></table>`;

/** Files that fail the accuracy check: counted for everybody, named for whoever asks. */
function accuracyBlock(manifest: Manifest): string {
  const found = accuracyOf(manifest);
  if (!found) return '';
  const rows = found.rows.map(
    ({ path, verdict, mean, p99 }) =>
      `<tr><td><a href="${address(path)}"><code>${escape(path)}</code></a></td><td>${verdict}</td><td>${mean}</td><td>${p99}</td></tr>`,
  );
  return `<div class="over"><p>${escape(found.says)}</p><details><summary>Which files</summary><table><thead><tr><th scope="col">File</th><th scope="col">Accuracy</th><th scope="col">ΔE2000 mean</th><th scope="col">99 %</th></tr></thead><tbody>${rows.join('')}</tbody></table></details></div>`;
}

/** The guide of a pack: which file, where it stands, and how to check it. Works offline and without script. */
export function guidePage(spec: PackSpec, manifest: Manifest, pairs: readonly PairBlock[]): string {
  const { pack, release } = spec;
  const looks = usedLooks(manifest);
  return page(
    pack.name,
    `<h1>${escape(pack.name)}</h1>
<p class="soft">${escape(headLine(spec, manifest))} · <a href="guide.pdf">on paper</a></p>
${release?.note ? `<p>${escape(release.note)}</p>` : ''}
${accuracyBlock(manifest)}
<h2>Which file</h2>
${chooserBlock(manifest, spec)}
${[rolesInShort, ...pairParagraphs(manifest)].map((text) => `<p>${escape(text)}</p>`).join('')}
${pairs.map(pairTable).join('')}
${symptomTable(symptomsOf(manifest, spec))}
<h2>Looks</h2>
<ul>${looks.map(([id, name]) => `<li><a href="${address(cardPath(id))}">${escape(name)}</a></li>`).join('')}</ul>
${shotsBlock(spec.shotNotes ?? [])}
<h2>Files</h2>
${filesBy(manifest, spec)}
<h2>Keep in mind</h2>
<ul>${cautionsOf(manifest, spec)
      .map((text) => `<li>${escape(text)}</li>`)
      .join('')}</ul>
<h2>Is it whole?</h2>
<p>In this folder, <code>sha256sum -c checksums.sha256</code> says so for every file. <code>manifest.json</code> tells of each what it holds and how far it was measured to be from the recipe.${pack.ocioConfig ? ' <code>ocio/config.ocio</code> is the whole pack as an OpenColorIO configuration.' : ''}</p>
${excuses(manifest.release)}
${pack.licence ? `<h2>Licence</h2><p>${escape(pack.licence).replaceAll('\n', '<br>')}</p>` : ''}`,
  );
}
