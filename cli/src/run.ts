import { z } from 'zod';
import type { Command } from './commands/command.ts';
import { UsageError } from './errors.ts';

/** Each is read when it is asked for: a program of one command has no need of the others' code. */
const commands: Record<string, () => Promise<Command>> = {
  bake: async () => (await import('./commands/bake.ts')).bakeCommand,
  apply: async () => (await import('./commands/apply.ts')).applyCommand,
  inspect: async () => (await import('./commands/inspect.ts')).inspectCommand,
  profile: async () => (await import('./commands/profile.ts')).profileCommand,
  record: async () => (await import('./commands/record.ts')).recordCommand,
  decode: async () => (await import('./commands/decodeAnything.ts')).decodeAnything,
  encode: async () => (await import('./commands/convert.ts')).encodeCommand,
  pack: async () => (await import('./commands/pack.ts')).packCommand,
  verify: async () => (await import('./commands/verify.ts')).verifyCommand,
  merge: async () => (await import('./commands/merge.ts')).mergeCommand,
  device: async () => (await import('./commands/device.ts')).deviceCommand,
  trial: async () => (await import('./commands/trial.ts')).trialCommand,
  convert: async () => (await import('./commands/convertLut.ts')).convertCommand,
  compare: async () => (await import('./commands/compare.ts')).compareCommand,
};

const usage = async () => {
  const all = await Promise.all(Object.values(commands).map((load) => load()));
  return `Usage: npm run --silent dusk -- COMMAND [options]\n${all
    .map((c) => `  ${c.name} ${c.usage}\n      ${c.summary}`)
    .join('\n')}\n`;
};

/** Errors of checks that have no place in a file come as lists. */
function sentenceOf(error: Error): string {
  if (!(error instanceof z.ZodError)) return error.message;
  return error.issues.map(({ path, message }) => `${path.join('.') || 'document'}: ${message}`).join('; ');
}

/** Does what a command line asks for. @returns its exit code: 0, 1 where something went wrong, 2 for bad use. */
export async function run([name, ...args]: readonly string[]): Promise<number> {
  if (name === '--help' || name === 'help') {
    process.stdout.write(await usage());
    return 0;
  }
  if (name === undefined || !Object.hasOwn(commands, name)) {
    process.stderr.write(`${name ? `no command "${name}"\n` : ''}${await usage()}`);
    return 2;
  }
  const command = await commands[name]();
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
