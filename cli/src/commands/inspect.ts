import { inspectLut } from '@velvet-dusk/core/lut/inspect';
import { parseLut } from '@velvet-dusk/core/formats/lut';
import { sha256Hex } from '@velvet-dusk/core/look/hash';
import { readBytes } from '../files.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

export const inspectCommand: Command = {
  name: 'inspect',
  usage: '--cube FILE --json',
  summary: 'reads a LUT strictly and says what is in it',
  async run(args) {
    const options = new Arguments(args, ['cube'], ['json']);
    const file = options.text('cube');
    const bytes = await readBytes(file);
    const report = inspectLut(parseLut(new TextDecoder().decode(bytes), file));
    const answer = { file, bytes: bytes.length, sha256: sha256Hex(bytes), ...report };
    if (options.flag('json')) return printJson(answer);
    for (const [key, value] of Object.entries(answer))
      process.stdout.write(`${key}: ${typeof value === 'object' ? JSON.stringify(value) : value}\n`);
  },
};
