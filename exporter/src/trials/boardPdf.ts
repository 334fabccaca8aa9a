import { readFile } from 'node:fs/promises';
import type { Content } from 'pdfmake/interfaces';
import type { Verdict } from '@velvet-dusk/core/numeric/verdict';
import { boardSentences, valueWords } from '@velvet-dusk/core/trial/boardWords';
import { enduranceKinds } from '@velvet-dusk/core/trial/endurance';
import { trialReadingLabel } from '@velvet-dusk/core/trial/readings';
import { judgeCell } from '@velvet-dusk/core/trial/result';
import { cellAt, gateFailures, resultSources, type TrialResult } from '@velvet-dusk/core/trial/run';
import { enduranceWords, limitText } from '@velvet-dusk/core/trial/words';
import { dataUrl, inFace, makePdf, rule, soft } from '../pdf.ts';
import { pictureOf } from './runTrial.ts';

/** Points across a landscape page, and what the names of rows take of them. */
const page = { width: 842, margin: 36, names: 96 };
/** Columns that are still read on one page. */
const mostColumns = 13;

const verdictWords: Record<Verdict, string> = { holds: 'holds', close: 'close', fails: 'fails', none: '–' };

const small = (text: string, color = soft): Content => ({ text: inFace(text), fontSize: 7.5, color });

/** Part of a board as a table. @param from the first of its columns that is in it. */
async function boardTable(
  result: TrialResult,
  work: string,
  { chosen, from }: { chosen: number; from: number },
): Promise<Content> {
  const { rows, columns } = result.trial;
  const sources = resultSources(result);
  const shown = columns.values.map((_, i) => i).slice(from, from + mostColumns);
  const width = Math.floor((page.width - 2 * page.margin - page.names) / shown.length) - 2;
  const cell = async (row: number, column: number): Promise<Content> => {
    const found = cellAt(result.cells, { row, column, switch: chosen });
    if (!found) return '';
    const { verdict, worst } = judgeCell(found);
    const words =
      worst && verdict !== 'holds'
        ? `${verdictWords[verdict]}: ${trialReadingLabel(worst)}`
        : verdictWords[verdict];
    return {
      stack: [
        { image: dataUrl(await readFile(pictureOf(work, found))), width: Math.min(width, 150) },
        {
          ...(small(words, verdict === 'fails' ? '#8a2f00' : soft) as object),
          bold: verdict === 'fails',
        } as Content,
      ],
    };
  };
  const body: Content[][] = [
    ['', ...shown.map((i) => small(valueWords(columns, i, sources)))],
    ...(await Promise.all(
      rows.values.map(async (_, row) => [
        { text: inFace(valueWords(rows, row, sources)), fontSize: 8.5 } as Content,
        ...(await Promise.all(shown.map((column) => cell(row, column)))),
      ]),
    )),
  ];
  return {
    table: { headerRows: 1, dontBreakRows: true, widths: [page.names, ...shown.map(() => width)], body },
    layout: {
      hLineWidth: () => 0,
      vLineWidth: () => 0,
      paddingLeft: () => 0,
      paddingRight: () => 2,
      paddingTop: () => 1,
      paddingBottom: () => 3,
    },
  };
}

function enduranceTable(result: TrialResult): Content[] {
  const { endurance, practice } = result;
  if (endurance.length === 0) return [];
  const sources = resultSources(result);
  const nameOf = (list: readonly { id: string; name: string }[], id: string) =>
    list.find((x) => x.id === id)?.name ?? id;
  return [
    { text: 'Endurance', style: 'h2' },
    {
      table: {
        headerRows: 1,
        widths: [130, 90, '*', '*'],
        body: [
          ['Plate', 'Look', 'Exposure', 'Balance'].map((text) => ({ text, color: soft })),
          ...endurance.map((e) => [
            inFace(nameOf(sources.plates, e.plateId)),
            inFace(nameOf(sources.looks, e.lookId)),
            ...enduranceKinds.map((kind) => inFace(enduranceWords(kind, e[kind], practice))),
          ]),
        ],
      },
      layout: { hLineWidth: (i: number) => (i === 0 ? 0 : 0.5), vLineWidth: () => 0, hLineColor: () => rule },
      fontSize: 8.5,
    },
  ];
}

function gateLines(result: TrialResult): Content[] {
  const failures = gateFailures(result);
  if (!failures) return [];
  const { plates } = resultSources(result);
  return [
    { text: 'Gate', style: 'h2' },
    ...(failures.length === 0
      ? [{ text: 'Passed on every plate it asks for.' }]
      : failures.map(({ plateId, kind, at, wanted, fails }) => ({
          text: inFace(
            `${plates.find((p) => p.id === plateId)?.name ?? plateId}: holds to ${limitText(kind, at)}, ${limitText(kind, wanted)} asked for (${fails.map(trialReadingLabel).join(', ')})`,
          ),
        }))),
  ];
}

/** A run on paper, A4 across: what it says, its board, how far the looks hold, and the gate. */
export async function boardPdf(result: TrialResult, work: string): Promise<Uint8Array> {
  const { trial, project, looks, cells, endurance, practice } = result;
  const sources = resultSources(result);
  const { switch: third } = trial;
  const boards = third?.values.map((_, i) => i) ?? [0];
  const tables: Content[] = [];
  for (const chosen of boards) {
    if (third)
      tables.push({
        text: inFace(valueWords(third, chosen, sources)),
        style: 'h3',
        pageBreak: chosen > 0 ? 'before' : undefined,
      });
    for (let from = 0; from < trial.columns.values.length; from += mostColumns)
      tables.push(await boardTable(result, work, { chosen, from }));
  }
  const told = looks.map(({ name, version }) => (version === null ? name : `${name}, version ${version}`));
  return makePdf({
    info: { title: inFace(trial.name) },
    pageSize: 'A4',
    pageOrientation: 'landscape',
    pageMargins: [page.margin, 32, page.margin, 40],
    footer: (at, of) => ({
      text: inFace(`${project} · ${trial.name} · ${at} of ${of}`),
      color: soft,
      fontSize: 8,
      margin: [page.margin, 12, page.margin, 0],
    }),
    content: [
      { text: inFace(trial.name), style: 'h1' },
      {
        text: inFace([project, ...told].filter((t) => t !== '').join(' · ')),
        color: soft,
        margin: [0, 0, 0, 6],
      },
      {
        text: inFace(boardSentences({ trial, cells, endurance, sources, practice }).join(' ')),
        margin: [0, 0, 0, 8],
      },
      ...tables,
      ...enduranceTable(result),
      ...gateLines(result),
    ],
  });
}
