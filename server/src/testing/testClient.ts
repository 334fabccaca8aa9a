import { afterAll, beforeAll, expect } from 'vitest';
import { isOver, type Job } from '@velvet-dusk/core/api/jobs';
import { openServices, type Services } from '../services/index.ts';
import { startServer } from '../start.ts';
import { fill, newFolder } from './fixture.ts';

/** A server on a data folder with the small project in it, and ways to ask it. */
export interface TestClient {
  url: string;
  services: Services;
  ask(path: string, init?: RequestInit): Promise<Response>;
  send(method: string, path: string, body: unknown, revision?: number): Promise<Response>;
  /** Expects a refusal: status, RFC 9457 media type, and a sentence for the user; the server goes on after it. */
  expectProblem(answer: Response, status: number, detail: RegExp): Promise<void>;
  /** Waits for the job that an order was taken for, until it is over. */
  finished(answer: Response): Promise<Job>;
  close(): Promise<void>;
}

export async function startAsker(dataFolder: string): Promise<TestClient> {
  const services = await openServices(dataFolder);
  await fill(services);
  const server = await startServer(services, 0);
  const ask: TestClient['ask'] = (path, init = {}) => fetch(`${server.url}/api${path}`, init);
  return {
    url: server.url,
    services,
    ask,
    send: (method, path, body, revision) =>
      ask(path, {
        method,
        body: JSON.stringify(body),
        headers: {
          'content-type': 'application/json',
          ...(revision !== undefined ? { 'if-match': `"${revision}"` } : {}),
        },
      }),
    async expectProblem(answer, status, detail) {
      expect(answer.status).toBe(status);
      expect(answer.headers.get('content-type')).toContain('application/problem+json');
      const body = (await answer.json()) as { detail: string; status: number; title: string };
      expect(body).toMatchObject({ status });
      expect(body.detail).toMatch(detail);
      expect((await ask('/projects')).status).toBe(200);
    },
    async finished(answer) {
      expect(answer.status).toBe(202);
      const { id } = (await answer.json()) as Job;
      for (;;) {
        const job = (await (await ask(`/jobs/${id}`)).json()) as Job;
        if (isOver(job.state)) return job;
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
    },
    close: () => server.close(),
  };
}

/** A server for the tests of one file: begun before them, ended after them. */
export function startTestClient(dataFolder = newFolder()) {
  let testClient: TestClient;
  beforeAll(async () => {
    testClient = await startAsker(dataFolder);
  });
  afterAll(() => testClient.close());
  return {
    dataFolder,
    get url() {
      return testClient.url;
    },
    get services() {
      return testClient.services;
    },
    ask: ((...args) => testClient.ask(...args)) as TestClient['ask'],
    send: ((...args) => testClient.send(...args)) as TestClient['send'],
    expectProblem: ((...args) => testClient.expectProblem(...args)) as TestClient['expectProblem'],
    finished: ((...args) => testClient.finished(...args)) as TestClient['finished'],
  };
}
