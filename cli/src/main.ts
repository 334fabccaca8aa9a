import { z } from 'zod';
import { applyCommand } from './commands/apply.ts';
import { bakeCommand } from './commands/bake.ts';
import { encodeCommand } from './commands/convert.ts';
import { inspectCommand } from './commands/inspect.ts';
import { profileCommand } from './commands/profile.ts';
import { recordCommand } from './commands/record.ts';
import { decodeAnything } from './commands/decodeAnything.ts';
import { deviceCommand } from './commands/device.ts';
import { mergeCommand } from './commands/merge.ts';
import { packCommand } from './commands/pack.ts';
import { compareCommand } from './commands/compare.ts';
import { convertCommand } from './commands/convertLut.ts';
import { trialCommand } from './commands/trial.ts';
import { verifyCommand } from './commands/verify.ts';
import { UsageError } from './errors.ts';

const commands = [
  bakeCommand,
  applyCommand,
  inspectCommand,
  profileCommand,
  recordCommand,
  decodeAnything,
  encodeCommand,
  packCommand,
  verifyCommand,
  mergeCommand,
  deviceCommand,
  trialCommand,
  convertCommand,
  compareCommand,
];

const usage = () =>
  `Usage: npm run --silent dusk -- COMMAND [options]\n${commands
    .map((c) => `  ${c.name} ${c.usage}\n      ${c.summary}`)
    .join('\n')}\n`;

/** Errors of checks that have no place in a file come as lists. */
function sentenceOf(error: Error): string {
  if (!(error instanceof z.ZodError)) return error.message;
  return error.issues.map(({ path, message }) => `${path.join('.') || 'document'}: ${message}`).join('; ');
}

async function main([name, ...args]: string[]): Promise<number> {
  if (name === '--help' || name === 'help') {
    process.stdout.write(usage());
    return 0;
  }
  const command = commands.find((c) => c.name === name);
  if (!command) {
    process.stderr.write(name ? `no command "${name}"\n${usage()}` : usage());
    return 2;
  }
  // A name that is not UTF-8 has been changed on its way here, and would open or make another file.
  const changed = args.find((arg) => arg.includes('\ufffd'));
  if (changed !== undefined) {
    process.stderr.write(`${changed}: this name is not UTF-8, so its file cannot be opened; rename it\n`);
    return 2;
  }
  if (args.includes('--help')) {
    process.stdout.write(`usage: dusk ${command.name} ${command.usage}\n${command.summary}\n`);
    return 0;
  }
  try {
    await command.run(args);
    return 0;
  } catch (error) {
    const badUse = error instanceof UsageError;
    process.stderr.write(`${sentenceOf(error as Error)}\n`);
    if (badUse) process.stderr.write(`usage: dusk ${command.name} ${command.usage}\n`);
    return badUse ? 2 : 1;
  }
}

process.exitCode = await main(process.argv.slice(2));
