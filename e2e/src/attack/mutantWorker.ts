import { parentPort } from 'node:worker_threads';
import { importProfile } from '@velvet-dusk/core/camera/import/index';
import { DocumentError } from '@velvet-dusk/core/document';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { parseCdl } from '@velvet-dusk/core/formats/cdl/parse';
import { parseChartCsv } from '@velvet-dusk/core/formats/chartCsv';
import { parseDpx } from '@velvet-dusk/core/formats/dpx';
import { FormatError } from '@velvet-dusk/core/formats/error';
import { parseExr } from '@velvet-dusk/core/formats/exr/parse';
import { parseLut } from '@velvet-dusk/core/formats/lutFormats/index';
import { parsePng } from '@velvet-dusk/core/formats/png';
import { parseLook } from '@velvet-dusk/core/look/document';

/** Reads what it is sent, with the parser that is named, and says how that ended. */

const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
const parsers: Record<string, (bytes: Uint8Array, name: string) => unknown> = {
  lut: (bytes, name) => parseLut(text(bytes), name),
  profile: (bytes, name) => importProfile(text(bytes), name),
  look: (bytes, name) => parseLook(parseJson(text(bytes), name), name),
  cdl: (bytes, name) => parseCdl(text(bytes), name),
  chart: (bytes, name) => parseChartCsv(text(bytes), name),
  exr: parseExr,
  png: parsePng,
  dpx: parseDpx,
};

export interface Order {
  parser: string;
  name: string;
  bytes: Uint8Array;
}
export type Outcome = { how: 'read' | 'refused' | 'crashed'; words: string };

parentPort!.on('message', ({ parser, name, bytes }: Order) => {
  let outcome: Outcome = { how: 'read', words: '' };
  try {
    parsers[parser](bytes, name);
  } catch (error) {
    const isWord = error instanceof FormatError || error instanceof DocumentError;
    outcome = {
      how: isWord ? 'refused' : 'crashed',
      words: `${(error as Error).name}: ${(error as Error).message}`,
    };
  }
  parentPort!.postMessage(outcome);
});
