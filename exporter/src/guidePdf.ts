import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import {
  guideGroups,
  headLine,
  type PairBlock,
  pairParagraphs,
  rolesInShort,
  triedLines,
  usedLooks,
} from '@velvet-dusk/core/pack/guide/content';
import { shotsAbout, shotsTitle } from '@velvet-dusk/core/pack/guide/shots';
import { noteSketch } from '@velvet-dusk/core/notes/sketch';
import { type NotedPlate, plateNoteLines, slateName } from '@velvet-dusk/core/notes/words';
import { accuracyOf, cautionsOf, type Symptom, symptomsOf } from '@velvet-dusk/core/pack/guide/symptoms';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';
import { dataUrl, inFace, makePdf, rule, soft } from './pdf.ts';

/** A picture of a look card as it goes on paper. */
export interface PdfPicture {
  lookId: string;
  name: string;
  before: Uint8Array;
  after: Uint8Array;
}

/** Long names may be broken behind their parts. */
const breakable = (name: string) => inFace(name).replace(/_/g, '_ ').trim();

function filesTable(manifest: Manifest, spec: PackSpec): Content[] {
  return guideGroups(manifest, spec).flatMap(({ label, about, rows }): Content[] => [
    { text: inFace(label), style: 'h3' },
    { text: inFace(about), color: soft, margin: [0, 0, 0, 4] },
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [170, 70, 62, 76, '*'],
        body: [
          ['File', 'Look', 'Camera', 'Role', 'What for'].map((text) => ({ text, color: soft })),
          ...rows.map(({ name, look, camera, role, purpose }) => [
            { text: breakable(name), font: 'Courier', fontSize: 7.5 },
            inFace(look),
            inFace(camera),
            inFace(role),
            inFace(purpose),
          ]),
        ],
      },
      layout: {
        hLineWidth: (i: number) => (i === 0 ? 0 : 0.5),
        vLineWidth: () => 0,
        hLineColor: () => rule,
        paddingLeft: () => 0,
      },
      fontSize: 8.5,
    },
  ]);
}

function looksPages(manifest: Manifest, spec: PackSpec, pictures: readonly PdfPicture[]): Content[] {
  const { pack } = spec;
  return usedLooks(manifest).flatMap(([id, name]): Content[] => {
    const notes = pack.looks.find((l) => l.lookId === id);
    return [
      { text: inFace(name), style: 'h2', pageBreak: 'before' },
      ...[notes?.advice ?? '', notes?.notBaked ? `Not in the LUT: ${notes.notBaked}` : '']
        .filter((t) => t !== '')
        .map((text): Content => ({ text: inFace(text), margin: [0, 0, 0, 4] })),
      ...triedLines(spec, id).map((text): Content => ({ text: inFace(text), margin: [0, 0, 0, 4] })),
      ...pictures
        .filter((p) => p.lookId === id)
        .map((p): Content => ({
          unbreakable: true,
          columnGap: 8,
          margin: [0, 6, 0, 4],
          columns: [
            {
              stack: [
                { image: dataUrl(p.before), width: 244 },
                { text: `${inFace(p.name)}, without`, color: soft },
              ],
            },
            {
              stack: [
                { image: dataUrl(p.after), width: 244 },
                { text: `with ${inFace(name)}`, color: soft },
              ],
            },
          ],
        })),
    ];
  });
}

const symptomTable = (symptoms: readonly Symptom[]): Content => ({
  layout: 'lightHorizontalLines',
  table: {
    headerRows: 1,
    dontBreakRows: true,
    widths: ['*', '*', '*'],
    body: [
      ['What you see', 'Usually', 'Check'].map((text) => ({ text, color: soft })),
      ...symptoms.map(({ sees, likely, check }) =>
        [sees, likely, check].map((text) => ({ text: inFace(text) })),
      ),
    ],
  },
});

/** Rows of files that are printed; the manifest has all. */
const printedFiles = 20;

function accuracyTable(manifest: Manifest): Content[] {
  const found = accuracyOf(manifest);
  if (!found) return [];
  const { says, rows } = found;
  const shown = rows.slice(0, printedFiles);
  const rest = rows.length - shown.length;
  return [
    { text: inFace(says), bold: true, margin: [0, 0, 0, 4] },
    {
      layout: 'lightHorizontalLines',
      fontSize: 8.5,
      margin: [0, 0, 0, 8],
      table: {
        headerRows: 1,
        widths: ['*', 'auto', 'auto', 'auto'],
        body: [
          ['File', 'Accuracy', 'ΔE2000 mean', '99 %'].map((text) => ({ text: inFace(text), color: soft })),
          ...shown.map(({ path, verdict, mean, p99 }) =>
            [path, verdict, mean, p99].map((text) => ({ text: inFace(text) })),
          ),
        ],
      },
    },
    ...(rest > 0
      ? [{ text: `${rest} more in manifest.json`, color: soft, margin: [0, 0, 0, 8] } as Content]
      : []),
  ];
}

/** What is noted on plates, with a sketch of where. */
function shotNotes(plates: readonly NotedPlate[]): Content[] {
  if (plates.length === 0) return [];
  return [
    { text: shotsTitle, style: 'h2' },
    { text: inFace(shotsAbout), color: soft, margin: [0, 0, 0, 4] },
    ...plates.map((plate): Content => ({
      unbreakable: true,
      columnGap: 12,
      margin: [0, 4, 0, 6],
      columns: [
        { width: 130, svg: noteSketch(plate), fit: [130, 100] },
        {
          width: '*',
          stack: [
            { text: inFace(slateName(plate)), style: 'h3', margin: [0, 0, 0, 2] },
            ...plateNoteLines(plate).map(inFace),
          ],
        },
      ],
    })),
  ];
}

/** The guide on paper, A4: the same words as the page, then a leaf for each look. The same pack is the same file. */
export async function guidePdf(
  spec: PackSpec,
  manifest: Manifest,
  { pictures, pairs }: { pictures: readonly PdfPicture[]; pairs: readonly PairBlock[] },
): Promise<Uint8Array> {
  const { pack } = spec;
  const document: TDocumentDefinitions = {
    info: { title: inFace(pack.name) },
    pageSize: 'A4',
    pageMargins: [48, 48, 48, 54],
    footer: (page, pages) => ({
      text: `${inFace(pack.name)} · ${page} of ${pages}`,
      color: soft,
      fontSize: 8.5,
      margin: [48, 18, 48, 0],
    }),
    content: [
      { text: inFace(pack.name), style: 'h1' },
      { text: inFace(headLine(spec, manifest)), color: soft, margin: [0, 0, 0, 8] },
      ...(spec.release?.note ? [{ text: inFace(spec.release.note), margin: [0, 0, 0, 6] } as Content] : []),
      ...accuracyTable(manifest),
      ...[rolesInShort, ...pairParagraphs(manifest)].map((text): Content => ({
        text: inFace(text),
        margin: [0, 0, 0, 6],
      })),
      ...pairs.flatMap(({ title, rows, lines }): Content[] => [
        { text: inFace(title), style: 'h3' },
        { text: rows.map(([label, level]) => `${inFace(label)} ${inFace(level)}`).join('   ·   ') },
        ...lines.map((text): Content => ({ text: inFace(text), color: soft })),
      ]),
      { text: 'If the picture looks wrong', style: 'h2' },
      symptomTable(symptomsOf(manifest, spec)),
      { text: 'Keep in mind', style: 'h2' },
      { ul: cautionsOf(manifest, spec).map(inFace) },
      ...shotNotes(spec.shotNotes ?? []),
      { text: 'Files', style: 'h2' },
      ...filesTable(manifest, spec),
      ...looksPages(manifest, spec, pictures),
      ...(pack.licence
        ? [{ text: 'Licence', style: 'h2' } as Content, { text: inFace(pack.licence) } as Content]
        : []),
    ],
  };
  return makePdf(document);
}
