import { type RoleId, roles } from '../../order/roles/index.ts';
import { fileSlug } from '../../slug.ts';
import type { Manifest, ManifestFile } from '../manifest.ts';
import type { PackSpec } from '../spec.ts';
import { choose } from './chooser.ts';
import { address, escape, page } from './page.ts';

export const cardPath = (lookId: string): string => `look-cards/${fileSlug(lookId, 'look')}.html`;

const signedStops = (offset: number) =>
  `${Math.abs(offset)} ${Math.abs(offset) === 1 ? 'stop' : 'stops'} ${offset < 0 ? 'over' : 'under'}`;

function fileRow(file: ManifestFile): string {
  const name = file.path.split('/').at(-1)!;
  const role = roles[file.role as RoleId];
  const look = file.look ? escape(file.look.name) : '<span class="soft">no look</span>';
  const strength = file.look && file.look.strength < 1 ? `, ${Math.round(file.look.strength * 100)} %` : '';
  const exposed = file.offset === 0 ? '' : ` For footage exposed ${signedStops(file.offset)}.`;
  return `<tr><td><a href="${address(file.path)}"><code>${escape(name)}</code></a></td><td>${look}${strength}</td><td>${escape(role.label)}, ${file.grid} points</td><td class="hide">${escape(role.purpose)} Stands ${escape(role.stands)}.${exposed}</td></tr>`;
}

function filesBy({ files }: Manifest, { pack }: PackSpec): string {
  return pack.destinations
    .map((d) => ({ d, its: files.filter((f) => f.destination === d.id) }))
    .filter(({ its }) => its.length > 0)
    .map(
      ({ d, its }) =>
        `<h3>${escape(d.label)}</h3><p class="soft">${escape(d.about)}</p><table><thead><tr><th scope="col">File</th><th scope="col">Look</th><th scope="col">Role</th><th scope="col" class="hide">What for</th></tr></thead><tbody>${its.map(fileRow).join('')}</tbody></table>`,
    )
    .join('\n');
}

/** Everything the chooser can be asked, with its answers worked out beforehand: the page itself only looks them up. */
function answers(manifest: Manifest, spec: PackSpec) {
  const { files } = manifest;
  const cameras = [
    ...new Set(files.flatMap((f) => (spec.profiles.some((p) => p.id === f.from) ? [f.from] : []))),
  ];
  const looks = [
    ...new Map(files.flatMap((f) => (f.look ? [[f.look.id, f.look.name] as const] : []))).entries(),
  ];
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
  overs.map((o) => [String(o), o === 0 ? 'as metered' : signedStops(-o)]),
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

function pairAdvice({ files }: Manifest): string {
  const overs = [...new Set(files.filter((f) => f.role === 'monitor' && f.offset < 0).map((f) => f.offset))];
  if (overs.length === 0) return '';
  return overs
    .map(
      (o) =>
        `<p>A <strong>monitor</strong> file for footage ${signedStops(o)} shows the picture that much darker, so that the operator opens up. In post the <strong>monitor partner</strong> takes it back in one file. Without it the pictures are ${Math.abs(o)} ${Math.abs(o) === 1 ? 'stop' : 'stops'} too bright. What the sensor clips is gone: look at the camera's own meter, not at the picture.</p>`,
    )
    .join('');
}

/** The guide of a pack: which file, where it stands, and how to check it. Works offline and without script. */
export function guidePage(spec: PackSpec, manifest: Manifest): string {
  const { pack, release } = spec;
  const looks = [
    ...new Map(manifest.files.flatMap((f) => (f.look ? [[f.look.id, f.look.name] as const] : []))).entries(),
  ];
  const over = manifest.files.filter((f) => f.proof && !f.proof.holds).length;
  const head = [
    spec.project,
    release ? `Release ${release.number}, ${release.date}` : 'Not a release',
  ].filter((t) => t !== '');
  return page(
    pack.name,
    `<h1>${escape(pack.name)}</h1>
<p class="soft">${escape(head.join(' · '))} · ${manifest.files.length} files</p>
${release?.note ? `<p>${escape(release.note)}</p>` : ''}
<h2>Which file</h2>
${chooserBlock(manifest, spec)}
<p><strong>Combined</strong> files do all in one. A <strong>conversion</strong> normalises log for the display; a <strong>creative</strong> file adds the look to what is normalised already. Corrections ahead of a LUT work on all that the camera recorded; behind it, only on what is left.</p>
${pairAdvice(manifest)}
<h2>Looks</h2>
<ul>${looks.map(([id, name]) => `<li><a href="${address(cardPath(id))}">${escape(name)}</a></li>`).join('')}</ul>
<h2>Files</h2>
${filesBy(manifest, spec)}
<h2>Is it whole?</h2>
<p>In this folder, <code>sha256sum -c checksums.sha256</code> says so for every file. <code>manifest.json</code> tells of each what it holds and how far it was measured to be from the recipe${over > 0 ? `; ${over} of ${manifest.files.length} are over the usual tolerance, and marked there` : ''}.${pack.ocioConfig ? ' <code>ocio/config.ocio</code> is the whole pack as an OpenColorIO configuration.' : ''}</p>
${release?.reason ? `<p>Released over tolerance because: ${escape(release.reason)}</p>` : ''}
${pack.licence ? `<h2>Licence</h2><p>${escape(pack.licence).replaceAll('\n', '<br>')}</p>` : ''}`,
  );
}
