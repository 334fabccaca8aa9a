import type { Command } from './command.ts';
import { decodeCommand } from './convert.ts';
import { decodeName } from './decodeName.ts';

/** `decode` of code values, or of the name of a file. */
export const decodeAnything: Command = {
  ...decodeCommand,
  usage: `NAME [--spec FILE] [--json] | ${decodeCommand.usage}`,
  summary: 'what the name of a file tells; or code value 0–1 → scene-linear, one channel',
  run: (args) => (args.length > 0 && !args[0].startsWith('--') ? decodeName(args) : decodeCommand.run(args)),
};
