import { applyLut } from '@velvet-dusk/core/lut/apply';
import { parsePng, writePng } from '@velvet-dusk/core/formats/png';
import { readBytes } from '../files.ts';
import { readLutFile } from '../lutFiles.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';

export const applyCommand: Command = {
  name: 'apply',
  usage:
    '--cube FILE --in IN.png --out OUT.png [--interpolation tetrahedral|trilinear] [--strength 0..1] [--force]',
  summary: 'applies a LUT of any format that is read to an 8- or 16-bit PNG and writes a 16-bit one',
  async run(args) {
    const options = new Arguments(args, ['cube', 'in', 'out', 'interpolation', 'strength'], ['force']);
    const cubeFile = options.text('cube');
    const input = options.text('in');
    const out = await options.output('out', [input, cubeFile]);
    const interpolation = options.choice(
      'interpolation',
      ['tetrahedral', 'trilinear'] as const,
      'tetrahedral',
    );
    const strength = options.number('strength', 1, 0, 1);
    const lut = await readLutFile(cubeFile);
    const frame = parsePng(await readBytes(input), input);
    applyLut(lut, frame.rgb, interpolation, strength);
    await out.write(writePng(frame));
  },
};
