import { readdirSync } from 'node:fs';
import { ESLint } from 'eslint';
import { describe, expect, test } from 'vitest';
import { coreFloors, webFloors } from '../../../scripts/floors.mjs';

const root = new URL('../../../', import.meta.url).pathname;
const lint = new ESLint({ cwd: root });

/** What the lint rule says of a file that imports from there. */
async function messages(file: string, from: string): Promise<string[]> {
  const [{ messages }] = await lint.lintText(`export * from '${from}';\n`, { filePath: `${root}${file}` });
  return messages.filter((m) => m.ruleId === 'no-restricted-imports').map((m) => m.message);
}

describe.each([
  {
    room: 'core/src',
    floors: coreFloors,
    beside: ['testing'],
    refused: [
      ['camera/x.ts', '../look/shot.ts'],
      ['camera/curves/x.ts', '../../look/steps/cdl.ts'],
      ['film/x.ts', '../formats/png.ts'],
      ['numeric/x.ts', '../colour/oklab.ts'],
      ['look/steps/x.ts', '../../readings/ends.ts'],
      ['plate/x.ts', '../match/solve.ts'],
      ['order/x.ts', '../testing/onStandard.ts'],
      ['x.ts', './look/shot.ts'],
    ],
    allowed: [
      ['look/x.ts', '../camera/codec.ts'],
      ['look/x.ts', './steps/step.ts'],
      ['look/steps/x.ts', '../../numeric/signed.ts'],
      ['api/x.ts', '../plate/facts.ts'],
      ['look/x.ts', '../document.ts'],
    ],
  },
  {
    room: 'web/src',
    floors: webFloors,
    beside: [],
    refused: [
      ['gl/x.ts', '../workers/index.ts'],
      ['workers/x.ts', '../state/measured.ts'],
      ['state/x.ts', '../api/client.ts'],
      ['api/x.ts', '../bench/useBench.ts'],
      ['api/saving/x.ts', '../../bench/useBench.ts'],
      ['bench/x.tsx', '../screens/plates/Wall.tsx'],
      ['shell/x.tsx', '../screens/later/LaterStation.tsx'],
      ['shell/x.tsx', '@velvet-dusk/server/serve'],
    ],
    allowed: [
      ['screens/plates/x.tsx', '../../bench/useBench.ts'],
      ['workers/x.ts', '../gl/drawing.ts'],
      ['x.tsx', './screens/later/LaterStation.tsx'],
      ['shell/x.tsx', '@velvet-dusk/core/look/document'],
    ],
  },
])('in $room', ({ room, floors, beside, refused, allowed }) => {
  test('every folder stands on a floor', () => {
    const folders = readdirSync(`${root}${room}`, { withFileTypes: true }).filter((f) => f.isDirectory());
    expect([...floors.flat(), ...beside].sort()).toEqual(folders.map((f) => f.name).sort());
  });

  test.each(refused)('lint refuses %s an import of %s', async (file, from) => {
    expect(await messages(`${room}/${file}`, from)).toHaveLength(1);
  });

  test.each(allowed)('and allows %s an import of %s', async (file, from) => {
    expect(await messages(`${room}/${file}`, from)).toEqual([]);
  });
});
