import { fileURLToPath } from 'node:url';
import { StartError } from './db/startError.ts';
import { openServices, type Services } from './services/index.ts';
import { type RunningServer, startServer } from './start.ts';

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

/** What is done with a data folder before it is served. @returns the path that is opened first. */
export type Prepare = (services: Services, say: (line: string) => void) => Promise<string>;

/** Opens a data folder, prepares and serves it. Throws where any of that fails, with nothing left open. */
export async function openAndServe(
  folder: string,
  port: number,
  prepare: Prepare,
  tell: (line: string) => void = say,
): Promise<RunningServer & { path: string }> {
  const services = await openServices(folder);
  try {
    const path = await prepare(services, tell);
    return { ...(await startServer(services, port)), path };
  } catch (error) {
    await services.close();
    throw error;
  }
}

/**
 * The whole life of a server process: open, prepare, serve, print the address, close on a signal.
 * @param prepare gives the path that is opened first.
 */
export async function serve(prepare: Prepare): Promise<void> {
  const port = Number(process.env.DUSK_PORT ?? defaultPort);
  const folder = process.env.DUSK_DATA ?? defaultData;
  const began = Date.now();
  const opening = () => say(`Opening ${folder} … ${Math.round((Date.now() - began) / 1000)} s`);
  opening();
  // A large database is read whole, on a slow disk for a while.
  const still = setInterval(opening, betweenWords);
  const opened: Prepare = (services, tell) => {
    clearInterval(still);
    return prepare(services, tell);
  };
  try {
    const server = await openAndServe(folder, port, opened);
    for (const signal of ['SIGINT', 'SIGTERM'] as const)
      process.on(signal, () => void server.close().then(() => process.exit(0)));
    say(`Velvet Dusk is at ${server.url}${server.path}`);
  } catch (error) {
    const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
    const message = taken
      ? `Port ${port} is taken. Stop what uses it, or set DUSK_PORT to another.`
      : sentenceOf(error as Error);
    process.stderr.write(`${message}\n`);
    process.exit(1);
  }
}
