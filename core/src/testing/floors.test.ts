import { readdirSync } from 'node:fs';
import { ESLint } from 'eslint';
import { expect, test } from 'vitest';
import { floors } from '../../floors.mjs';

const root = new URL('../../../', import.meta.url).pathname;
const lint = new ESLint({ cwd: root });

/** What the lint rule says of a file of core that imports from there. */
async function messages(file: string, from: string): Promise<string[]> {
  const [{ messages }] = await lint.lintText(`export * from '${from}';\n`, {
    filePath: `${root}core/src/${file}`,
  });
  return messages.filter((m) => m.ruleId === 'no-restricted-imports').map((m) => m.message);
}

test('every folder of core stands on a floor', () => {
  const folders = readdirSync(`${root}core/src`, { withFileTypes: true }).filter((f) => f.isDirectory());
  const named = [...floors.flat(), 'testing'].sort();
  expect(named).toEqual(folders.map((f) => f.name).sort());
});

test.each([
  ['camera/x.ts', '../look/shot.ts'],
  ['camera/curves/x.ts', '../../look/steps/cdl.ts'],
  ['film/x.ts', '../formats/png.ts'],
  ['numeric/x.ts', '../colour/oklab.ts'],
  ['look/steps/x.ts', '../../readings/ends.ts'],
  ['plate/x.ts', '../match/solve.ts'],
  ['order/x.ts', '../testing/onStandard.ts'],
  ['x.ts', './look/shot.ts'],
])('lint refuses core/src/%s an import of %s', async (file, from) => {
  expect(await messages(file, from)).toHaveLength(1);
});

test.each([
  ['look/x.ts', '../camera/codec.ts'],
  ['look/x.ts', './steps/step.ts'],
  ['look/steps/x.ts', '../../numeric/signed.ts'],
  ['api/x.ts', '../plate/facts.ts'],
  ['look/x.ts', '../document.ts'],
])('and allows core/src/%s an import of %s', async (file, from) => {
  expect(await messages(file, from)).toEqual([]);
});
