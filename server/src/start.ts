import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { makeApp } from './app.ts';
import type { Services } from './services/index.ts';

/** Milliseconds after the start, and between, when files that nothing names are looked for. */
const firstSweep = 20_000;
const betweenSweeps = 6 * 3_600_000;
/** Milliseconds a connection is kept open for the next request: where it is closed just as that comes, the request is lost. */
const keptOpen = 65_000;

export interface RunningServer {
  url: string;
  close(): Promise<void>;
}

/** Serves on 127.0.0.1 and takes up unfinished jobs. Port 0 picks a free one. Throws where the port is taken. */
export async function startServer(services: Services, port: number): Promise<RunningServer> {
  const log = pino({ level: process.env.DUSK_LOG ?? 'warn' }, pino.destination(2));
  const app = makeApp(services, log);
  const server = await new Promise<Server>((resolve, reject) => {
    const listening = app.listen(port, '127.0.0.1', (error?: Error) =>
      error ? reject(error) : resolve(listening),
    );
  });
  server.keepAliveTimeout = keptOpen;
  const waiting = await services.jobs.start();
  const sweep = () =>
    services.loose.sweep().then(
      (removed) => removed > 0 && log.info({ removed }, 'loose files removed'),
      (error: Error) => log.warn({ why: error.message }, 'loose files not swept'),
    );
  const sweeping = setInterval(() => void sweep(), betweenSweeps);
  // Not before the first requests are answered.
  const first = setTimeout(() => void sweep(), firstSweep);
  if (waiting > 0) log.info({ waiting }, 'jobs taken up');
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    async close() {
      clearInterval(sweeping);
      clearTimeout(first);
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
      await services.close();
    },
  };
}
