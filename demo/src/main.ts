import { fileURLToPath } from 'node:url';
import { openServices } from '@velvet-dusk/server/services/index';
import { startServer } from '@velvet-dusk/server/start';
import { seedDemo } from './seed.ts';

/** `DUSK_DATA` and `DUSK_PORT` move the data folder and the port. */
const dataFolder = process.env.DUSK_DATA ?? fileURLToPath(new URL('../../.data', import.meta.url));
const port = Number(process.env.DUSK_PORT ?? 4310);
const say = (line: string) => process.stdout.write(`${line}\n`);

const services = await openServices(dataFolder);
await seedDemo(services, say);
try {
  const server = await startServer(services, port);
  say(`Velvet Dusk is at ${server.url}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.on(signal, () => void server.close().then(() => process.exit(0)));
} catch (error) {
  const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
  process.stderr.write(
    taken
      ? `Port ${port} is taken. Stop what uses it, or set DUSK_PORT to another.\n`
      : `${(error as Error).message}\n`,
  );
  await services.close();
  process.exit(1);
}
