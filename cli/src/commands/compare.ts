import { compareLuts } from '@velvet-dusk/core/inspect/compare';
import { signed } from '@velvet-dusk/core/numeric/signed';
import { UsageError } from '../errors.ts';
import { readLutFile } from '../lutFiles.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

export const compareCommand: Command = {
  name: 'compare',
  usage: 'A B [--json]',
  summary: 'says how far one LUT is from another, as an ordinary display shows them',
  async run(args) {
    const files = args.filter((a) => !a.startsWith('--'));
    const options = new Arguments(
      args.filter((a) => a.startsWith('--')),
      [],
      ['json'],
    );
    if (files.length !== 2) throw new UsageError('two LUT files are needed');
    const [a, b] = [await readLutFile(files[0]), await readLutFile(files[1])];
    const { lattice, neutral, values, worst, shift } = compareLuts(a, b);
    if (options.flag('json'))
      return printJson({ a: files[0], b: files[1], lattice, neutral, values, worst, shift });
    const figures = ({ mean, p99, max }: typeof lattice) =>
      `ΔE2000 ${mean.toFixed(2)} in the mean, ${p99.toFixed(2)} at 99 %, ${max.toFixed(2)} at most`;
    process.stdout.write(
      [
        `all colours: ${figures(lattice)}, the worst at ${worst.map((v) => v.toFixed(3)).join(' ')}`,
        `greys: ${figures(neutral)}; the second is ${signed(shift[0], 2)} L*, ${signed(shift[1], 2)} a*, ${signed(shift[2], 2)} b* in the mean`,
        `values differ by ${values.toFixed(6)} at most`,
        '',
      ].join('\n'),
    );
  },
};
