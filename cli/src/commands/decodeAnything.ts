import type { Command } from './command.ts';
import { decodeCommand } from './convert.ts';
import { decodeName } from './decodeName.ts';

/** `decode` of code values, or of the name of a file. */
export const decodeAnything: Command = {
  ...decodeCommand,
  usage: `${decodeCommand.usage} | NAME [--spec FILE] [--json]`,
  summary: 'code value 0–1 → scene-linear, one channel; or what the name of a file tells',
  run: (args) => (args.length > 0 && !args[0].startsWith('--') ? decodeName(args) : decodeCommand.run(args)),
};
