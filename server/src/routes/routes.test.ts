import { fileURLToPath } from 'node:url';
import pino from 'pino';
import { afterAll, expect, test } from 'vitest';
import { describeEndpoints, endpoints } from '@velvet-dusk/core/api/endpoints/index';
import { makeApp } from '../app.ts';
import { openServices } from '../services/index.ts';
import { newFolder } from '../testing/fixture.ts';

/** The server answers what the table of endpoints says, and nothing else. */

const services = await openServices(newFolder());
afterAll(() => services.close());

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle: { stack?: Layer[] };
}

/** What a router answers, and those within it. */
const answered = (stack: readonly Layer[]): string[] =>
  stack.flatMap(({ route, handle }) =>
    route
      ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`)
      : answered(handle.stack ?? []),
  );

const all = Object.values(endpoints).flat();

test('every endpoint has its route, and every route of the API is in the table', () => {
  const app = makeApp(services, pino({ level: 'silent' }));
  const routes = answered((app as unknown as { router: { stack: Layer[] } }).router.stack);
  expect(all.length).toBeGreaterThan(50);
  expect(routes.filter((r) => !r.includes('*')).sort()).toEqual(
    all.map((e) => `${e.method} ${e.path}`).sort(),
  );
});

test('docs/api.md is the table', async () => {
  const text = `# What the server can be asked for

This page is generated from the endpoints in \`core/src/api/endpoints/\`; run \`npx vitest run server/src/routes -u\` to update it. The server makes
its routes from the same table and the page makes its calls from it. Errors are problem details (RFC 9457). A document that has a revision
is changed with the revision the writer last read, as \`If-Match: "7"\`; if another one was saved since, the answer is 412 and contains it.

${describeEndpoints()}
`;
  await expect(text).toMatchFileSnapshot(fileURLToPath(new URL('../../../docs/api.md', import.meta.url)));
});
