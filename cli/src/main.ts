import { guardTerminal } from './guardTerminal.ts';
import { run } from './run.ts';

for (const stream of [process.stdout, process.stderr]) guardTerminal(stream);
process.exitCode = await run(process.argv.slice(2));
