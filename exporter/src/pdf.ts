import type { TDocumentDefinitions } from 'pdfmake/interfaces';

/** The faces every reader of the format has, so that no font has to go along. */
const faces = {
  Times: {
    normal: 'Times-Roman',
    bold: 'Times-Bold',
    italics: 'Times-Italic',
    bolditalics: 'Times-BoldItalic',
  },
  Courier: {
    normal: 'Courier',
    bold: 'Courier-Bold',
    italics: 'Courier-Oblique',
    bolditalics: 'Courier-BoldOblique',
  },
};
const faceNames = new Set(Object.values(faces).flatMap((face) => Object.values(face)));

/** Loaded with the first document: it takes as long to load as everything else a server starts with. */
async function printer() {
  const { default: pdfmake } = await import('pdfmake');
  pdfmake.addFonts(faces);
  // Nothing is fetched, and no file is read that a text names.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => faceNames.has(path));
  return pdfmake;
}

/** What those faces have no sign for. */
export const inFace = (text: string): string =>
  text
    .replaceAll('−', '–')
    .replaceAll('Δ', 'delta ')
    .replace(/[^\u0020-\u00ff\u2013\u2014\u2018\u2019\u201c\u201d]/g, '?');
export const soft = '#5b5763';
export const rule = '#d8d3c9';
export const dataUrl = (png: Uint8Array): string =>
  `data:image/png;base64,${Buffer.from(png).toString('base64')}`;

/** A document of ours as the bytes of a PDF. The same document is the same file. */
export async function makePdf(document: TDocumentDefinitions): Promise<Uint8Array> {
  const whole: TDocumentDefinitions = {
    defaultStyle: { font: 'Times', fontSize: 10.5, lineHeight: 1.15 },
    styles: {
      h1: { fontSize: 24, bold: true },
      h2: { fontSize: 16, bold: true, margin: [0, 14, 0, 4] },
      h3: { fontSize: 12, bold: true, margin: [0, 10, 0, 0] },
    },
    ...document,
    // A file that told when it was made would differ from run to run.
    info: { ...document.info, creationDate: new Date(0) },
  };
  return (await printer()).createPdf(whole).getBuffer();
}
