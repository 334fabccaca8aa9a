import { type Codec, makeCodec } from '@velvet-dusk/core/camera/codec';
import { readProfile } from '../files.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

function converter(
  name: string,
  summary: string,
  key: string,
  f: (codec: Codec, x: number) => number,
): Command {
  return {
    name,
    usage: '--profile FILE|ID --values 0.1,0.4,0.7 --json',
    summary,
    async run(args) {
      const options = new Arguments(args, ['profile', 'values'], ['json']);
      const values = options.numbers('values');
      const codec = makeCodec(await readProfile(options.text('profile')));
      const answers = values.map((x) => f(codec, x));
      if (options.flag('json')) return printJson({ [key]: answers });
      process.stdout.write(`${answers.join('\n')}\n`);
    },
  };
}

export const decodeCommand = converter(
  'decode',
  'code value 0–1 → scene-linear, one channel',
  'linear',
  (c, x) => c.decode(x),
);
export const encodeCommand = converter(
  'encode',
  'scene-linear → code value 0–1, one channel',
  'code',
  (c, x) => c.encode(x),
);
