import { verifyPack } from '@velvet-dusk/exporter/verify';
import { fileProblem } from '../files.ts';
import { Arguments } from '../options.ts';
import { type Command, printJson } from './command.ts';

const listed = 20;

export const verifyCommand: Command = {
  name: 'verify',
  usage: '--pack DIR|FILE.zip [--json]',
  summary: 'Reads every file of a pack and compares it with its manifest and checksums',
  async run(args) {
    const options = new Arguments(args, ['pack'], ['json']);
    const path = options.text('pack');
    const verified = await verifyPack(path).catch((error: unknown) => {
      throw (error as NodeJS.ErrnoException).syscall ? fileProblem(path, 'read', error) : error;
    });
    const { problems, files, pack } = verified;
    if (options.flag('json')) printJson(verified);
    else
      process.stdout.write(
        `${pack}: ${files} files, ${problems.length === 0 ? 'all as listed' : 'not as listed'}\n`,
      );
    if (problems.length === 0) return;
    const more = problems.length > listed ? `\nand ${problems.length - listed} more` : '';
    throw new Error(`${problems.slice(0, listed).join('\n')}${more}`);
  },
};
