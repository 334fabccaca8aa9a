import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';

/** What docs/extending.md promises: how many files it takes to add one of a kind, and which. */
const root = fileURLToPath(new URL('../../../', import.meta.url));
const read = (path: string) => readFileSync(join(root, path), 'utf8');

const rows = read('docs/extending.md')
  .split('\n')
  .flatMap((line) => {
    const [, kind, count, which] = /^\| ([^|]+?) +\| (\d) +\| (.+?) +\|$/.exec(line) ?? [];
    return kind
      ? [{ kind, count: Number(count), paths: [...which.matchAll(/`([^`]+)`/g)].map((m) => m[1]) }]
      : [];
  });

test('the table counts all kinds', () => {
  expect(rows.map((r) => r.kind)).toEqual([
    'step with its dock',
    'role',
    'LUT format',
    'fault',
    'kind of texture',
    'place for files',
    'axis of trials',
    'stand-in device',
  ]);
});

describe.each(rows)('$kind: $count files', ({ count, paths }) => {
  test('as many are named, and they are there', () => {
    expect(paths).toHaveLength(count);
    for (const path of paths) expect(existsSync(join(root, path)), path).toBe(true);
  });

  const [folder, index] = paths;
  if (folder.endsWith('/'))
    test('whatever is defined in a file of its own is listed', () => {
      const isDefinition = (text: string) =>
        /^export const \w+(: (FaultKind|RoleDefinition)\b| = define\w+\(|Format = \{)/m.test(text);
      const own = readdirSync(join(root, folder)).filter(
        (name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && isDefinition(read(folder + name)),
      );
      expect(own.length).toBeGreaterThan(4);
      const listed = read(index);
      for (const name of own) expect(listed, name).toContain(`/${name}'`);
    });
});

test('no file but a fault’s own asks which fault it is', () => {
  const folder = 'core/src/inspect/faults/';
  const ids = readdirSync(join(root, folder)).flatMap(
    (name) => /^ {2}id: '(\w+)'/m.exec(read(folder + name))?.[1] ?? [],
  );
  expect(ids.length).toBeGreaterThan(10);
  const sources = ['core/src', 'exporter/src', 'server/src', 'cli/src', 'web/src'].flatMap((room) =>
    readdirSync(join(root, room), { recursive: true, encoding: 'utf8' })
      .map((name) => join(room, name))
      .filter(
        (path) =>
          /\.tsx?$/.test(path) &&
          !path.includes('.test.') &&
          !path.includes('testing') &&
          !path.startsWith(folder),
      ),
  );
  const asking = sources.filter((path) => ids.some((id) => read(path).includes(`'${id}'`)));
  expect(asking).toEqual([]);
});
