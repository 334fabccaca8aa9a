import { type Display, displaySchema, withOutput } from '@velvet-dusk/core/render/display';
import { UsageError } from './errors.ts';
import type { Arguments } from './options.ts';

const { output: outputs, range: ranges } = displaySchema.shape;

/** The display that is asked for by --output, --range, --depth, --peak and --black. @param usual where nothing is said. */
export function readDisplay(options: Arguments, usual: Display): Display {
  const output = options.choice('output', outputs.unwrap().options, usual.output);
  const asked = {
    ...(output === usual.output ? usual : withOutput(usual, output)),
    range: options.choice('range', ranges.unwrap().options, usual.range),
    ...Object.fromEntries(
      (['depth', 'peak', 'black'] as const).flatMap((name) => {
        const value = options.optional(name);
        return value === undefined ? [] : [[name, options.number(name, NaN)]];
      }),
    ),
  };
  const read = displaySchema.safeParse(asked);
  if (read.success) return read.data;
  const [{ path, message }] = read.error.issues;
  throw new UsageError(`--${path.join('.')}: ${message}`);
}
