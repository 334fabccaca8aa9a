import { fileURLToPath } from 'node:url';
import { StartError } from './db/startError.ts';
import { openServices, type Services } from './services/index.ts';
import { startServer } from './start.ts';

const say = (line: string) => process.stdout.write(`${line}\n`);

/** Where things are kept and served; `DUSK_DATA` and `DUSK_PORT` move them. */
const defaultData = fileURLToPath(new URL('../../.data', import.meta.url));
const defaultPort = 4310;

/** Milliseconds between words of a start that takes long. */
const betweenWords = 5000;

/** Characters of an error nobody foresaw. */
const longestError = 300;

const sentenceOf = (error: Error) =>
  error instanceof StartError
    ? error.message
    : `The server could not start: ${error.message.split('\n')[0].slice(0, longestError)}`;

/**
 * The whole life of a server process: open, prepare, serve, print the address, close on a signal.
 * @param prepare gives the path that is opened first.
 */
export async function serve(
  prepare: (services: Services, say: (line: string) => void) => Promise<string>,
): Promise<void> {
  const port = Number(process.env.DUSK_PORT ?? defaultPort);
  let services: Services | undefined;
  try {
    const folder = process.env.DUSK_DATA ?? defaultData;
    const began = Date.now();
    const opening = () => say(`Opening ${folder} … ${Math.round((Date.now() - began) / 1000)} s`);
    opening();
    // A large database is read whole, on a slow disk for a while.
    const still = setInterval(opening, betweenWords);
    services = await openServices(folder).finally(() => clearInterval(still));
    const path = await prepare(services, say);
    const server = await startServer(services, port);
    for (const signal of ['SIGINT', 'SIGTERM'] as const)
      process.on(signal, () => void server.close().then(() => process.exit(0)));
    say(`Velvet Dusk is at ${server.url}${path}`);
  } catch (error) {
    const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
    const message = taken
      ? `Port ${port} is taken. Stop what uses it, or set DUSK_PORT to another.`
      : sentenceOf(error as Error);
    process.stderr.write(`${message}\n`);
    await services?.close();
    process.exit(1);
  }
}
