/** Reads one LUT file, whole or damaged, in a process of its own: milliseconds, and megabytes the process grew by at most. */
import { readFileSync } from 'node:fs';
import { FormatError } from '@velvet-dusk/core/formats/error';
import { readLutBytes } from '@velvet-dusk/core/formats/lutFormats/index';

const [file] = process.argv.slice(2);
const bytes = readFileSync(file);
const before = process.resourceUsage().maxRSS;
const start = performance.now();
try {
  readLutBytes(bytes, file);
} catch (error) {
  if (!(error instanceof FormatError)) throw error;
}
const ms = performance.now() - start;
const grown = (process.resourceUsage().maxRSS - before) / 1024;
process.stdout.write(JSON.stringify({ ms, grown, size: bytes.length / 1024 / 1024 }));
