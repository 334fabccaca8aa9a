import { expect, test } from 'vitest';
import { shaped } from '../testing/demoPack.ts';
import { withItems } from './document.ts';
import { strayOffsets } from './offsets.ts';
import { inShape } from './shapes.ts';

const pack = { ...shaped('everyday'), cells: [] };

test('monitor files that are all for another exposure than the project’s are told, and brought to it at once', () => {
  const surround = { looks: ['l'], profiles: ['heron'], monitorOffsetStops: 1 };
  const onSet = inShape(pack, 'onSet', surround);
  expect([strayOffsets(onSet, 0), strayOffsets(onSet, 1), strayOffsets(pack, 2)]).toEqual([null, null, null]);
  const stray = strayOffsets(onSet, 2)!;
  expect(stray.says).toMatch(/for footage 1 stop over; the project’s camera screens are 2 stops darker/);
  const mended = stray.fix.apply(onSet);
  expect(mended.cells).toEqual(inShape(pack, 'onSet', { ...surround, monitorOffsetStops: 2 }).cells);
  const [monitor, ...rest] = onSet.cells[0].items;
  const bracket = withItems(onSet, 'l', 'heron', [monitor, { ...monitor, offset: 2 }, ...rest]);
  expect(strayOffsets(bracket, 2), 'a bracket').toBeNull();
  expect(strayOffsets(bracket, 3)!.fix.apply(bracket).cells, 'none twice').toEqual(
    inShape(pack, 'onSet', { ...surround, monitorOffsetStops: 3 }).cells,
  );
});
