import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import ts from 'typescript';
import { expect, test } from 'vitest';

/** No file needs itself by way of others, be it for a type only: lint looks at values alone. */

const root = new URL('../../../', import.meta.url).pathname;
const workspaces = ['core', 'exporter', 'server', 'web', 'cli', 'demo', 'e2e'];

const sources = workspaces.flatMap((name) =>
  readdirSync(join(root, name), { recursive: true, encoding: 'utf8' })
    .filter((f) => /^(?!.*(node_modules|dist)\/).*\.tsx?$/.test(f))
    .map((f) => join(root, name, f)),
);
const known = new Set(sources);

/** The file of ours that a name leads to from another; null where it leads elsewhere. */
function fileOf(name: string, from: string): string | null {
  const [, workspace, rest] = /^@velvet-dusk\/([^/]+)\/(.+)$/.exec(name) ?? [];
  const file = workspace ? join(root, workspace, 'src', `${rest}.ts`) : join(dirname(from), name);
  return known.has(file) ? file : null;
}

/** Files each file names, whatever for. */
const arrows = new Map(
  sources.map((file) => {
    const { importedFiles } = ts.preProcessFile(readFileSync(file, 'utf8'), true, true);
    return [file, importedFiles.flatMap(({ fileName }) => fileOf(fileName, file) ?? [])] as const;
  }),
);

/** A way from a file back to itself; empty where there is none. */
function circleOf(file: string): string[] {
  const seen = new Set<string>();
  const walk = (at: string, way: readonly string[]): string[] => {
    for (const next of arrows.get(at)!) {
      if (next === file) return [...way, next];
      if (seen.has(next)) continue;
      seen.add(next);
      const found = walk(next, [...way, next]);
      if (found.length > 0) return found;
    }
    return [];
  };
  return walk(file, [file]);
}

test('no file needs itself by way of others', () => {
  expect(sources.length).toBeGreaterThan(500);
  expect([...arrows.values()].flat().length).toBeGreaterThan(sources.length);
  const circles = sources.map(circleOf).filter((way) => way.length > 0);
  expect(circles.map((way) => way.map((f) => relative(root, f)).join(' → '))).toEqual([]);
});
