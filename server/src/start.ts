import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { makeApp } from './app.ts';
import type { Services } from './services/index.ts';

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
  const waiting = await services.jobs.start();
  if (waiting > 0) log.info({ waiting }, 'jobs taken up');
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    async close() {
      server.closeAllConnections();
      await new Promise((done) => server.close(done));
      await services.close();
    },
  };
}
