import { describe, expect, test } from 'vitest';
import type { NamedLook } from '../look/namedLook.ts';
import { profileOf } from '../testing/profiles.ts';
import { withOutput } from '../render/display.ts';
import {
  inRole,
  itemsFor,
  itemsOf,
  newPack,
  nextItem,
  type Pack,
  type PackItem,
  packItemSchema,
  parsePack,
  withItems,
} from './document.ts';
import { cubeHeader } from '../order/bake.ts';
import { type RoleId, roleIds, roles } from '../order/roles/index.ts';
import { usualPractice } from '../readings/practice.ts';
import { triedLines } from './guide/content.ts';
import { type CardMeasures, lookCardPage } from './guide/lookCardPage.ts';
import { specOf } from './spec.ts';
import { totalsOf } from './estimate.ts';
import { forecast } from './forecast.ts';
import { takeOut } from './fix.ts';
import { judgePlan } from './judge.ts';
import { planPack } from './plan.ts';
import { planLut } from './plannedLut.ts';
import { inShape, type PackShapeId, packShapes } from './shapes.ts';
import { cameras, item, lookIds, looks, packOf, shaped, sources } from '../testing/demoPack.ts';

const problems = (pack: Pack) => {
  const plan = planPack(pack, sources);
  const { files, destinations } = judgePlan(pack, plan);
  return [...files.flat(), ...[...destinations.values()].flat()];
};

describe.each(Object.keys(packShapes) as PackShapeId[])('%s', (shape) => {
  const pack = shaped(shape);
  const plan = planPack(pack, sources);

  test('is planned whole, with no two files of one name', () => {
    expect(plan.refused).toEqual([]);
    expect(new Set(plan.files.map((f) => f.path.toLowerCase())).size).toBe(plan.files.length);
  });

  test('asks for each LUT once, however many cells want it', () => {
    const keys = plan.files.map((f) => `${f.planned.key} ${f.destination.id} ${f.format}`);
    expect(new Set(keys).size).toBe(keys.length);
    const conversions = plan.files.filter(
      (f) => f.planned.order.role === 'conversion' && f.format === 'cube',
    );
    const scales = new Set(looks.map((l) => JSON.stringify(l.document.rendering))).size;
    if (conversions.length > 0) expect(conversions).toHaveLength(cameras.length * scales);
  });

  test('breaks no rule of where it goes but the number of slots', () => {
    expect(
      problems(pack)
        .map((f) => f.says)
        .filter((s) => !s.includes('slots')),
    ).toEqual([]);
  });
});

test('a document is read as it was written, and a wrong one says where it is wrong', () => {
  const pack = shaped('everyday');
  expect(parsePack(JSON.parse(JSON.stringify(pack)), 'p')).toEqual(pack);
  expect(() => parsePack({ ...pack, schemaVersion: 9 }, 'p.json')).toThrow(/p\.json.*version 1/);
  const cells = [{ ...pack.cells[0], items: [{ ...pack.cells[0].items[0], grid: 1 }] }];
  expect(() => parsePack({ ...pack, cells }, 'p.json')).toThrow(/cells\.0\.items\.0\.grid/);
  expect(() => parsePack({ ...pack, outputs: [...pack.outputs, ...pack.outputs] }, 'p')).toThrow(
    /share an ID/,
  );
});

test('what is missing is told beside the plan, and the rest is planned', () => {
  const pack = packOf({}, { output: 'cinema' }, { role: 'camera-to-camera' }, { destinations: ['nowhere'] });
  const gone = withItems(pack, 'no-look', 'heron', [item({})]);
  const { files, refused } = planPack(gone, sources);
  expect(files).toHaveLength(1);
  expect(refused.map((r) => r.says)).toEqual([
    expect.stringMatching(/output "cinema"/),
    expect.stringMatching(/needs the other camera/),
    expect.stringMatching(/destination "nowhere"/),
    expect.stringMatching(/look "no-look" is not there/),
  ]);
  const left = planPack(takeOut(refused).apply(gone), sources);
  expect([left.files.length, left.refused]).toEqual([1, []]);
});

test('names tell version, ends, role, strength, offset and grid', () => {
  const [file] = planPack(packOf({ role: 'monitor', offset: 1.5, strength: 0.4, grid: 17 }), sources).files;
  expect(file.path).toMatch(/^Editor\/heron\/[A-Za-z-]+_v3_heron_bt1886_monitor_s40_1p5st-over_17\.cube$/);
});

describe('each finding is mended in one step', () => {
  const mended = (pack: Pack, says: RegExp) => {
    const found = problems(pack).filter((f) => says.test(f.says));
    expect(found.length).toBeGreaterThan(0);
    const after = found[0].fix!.apply(pack);
    // Its document is still one.
    expect(parsePack(JSON.parse(JSON.stringify(after)), 'p')).toEqual(after);
    expect(problems(after).filter((f) => says.test(f.says)).length).toBeLessThan(found.length);
    return after;
  };

  test('a grid that is not taken', () => {
    const pack = packOf({ grid: 65, destinations: ['field-monitor', 'editor'] });
    const after = mended(pack, /65 points, 17 fit/);
    expect(itemsOf(after, lookIds[0], 'heron').map((i) => [i.grid, i.destinations])).toEqual([
      [65, ['editor']],
      [17, ['field-monitor']],
    ]);
  });

  test('a name that is too long, or has letters that are not taken', () => {
    const long = packOf({ grid: 17, destinations: ['field-monitor'] });
    const destinations = long.destinations.map((d) => ({ ...d, naming: 'long' as const }));
    const after = mended({ ...long, destinations }, /characters, 12 fit/);
    expect(planPack(after, sources).files[0].path).toMatch(/^Field-monitor\/[A-Z0-9]{1,8}\.cube$/);
    mended({ ...packOf({ grid: 17, destinations: ['camera-slot'] }), destinations }, /only capitals/);
  });

  test('a range that is taken for another', () => {
    const after = mended(packOf({ destinations: ['recorder'] }), /full range, taken for narrow/);
    expect(planPack(after, sources).files[0].planned.display.range).toBe('narrow');
    expect(after.outputs).toHaveLength(2);
  });

  test('more files than slots', () => {
    const grids = [9, 11, 13, 15, 17].map((grid) => ({ grid, destinations: ['camera-slot'] }));
    const pack = packOf(...grids);
    const destinations = pack.destinations.map((d) => ({ ...d, grids: [] }));
    mended({ ...pack, destinations }, /5 files, 4 slots/);
  });

  test('folders that are too deep', () => {
    const pack = packOf({});
    const destinations = pack.destinations.map((d) => ({ ...d, folderDepth: 0 }));
    mended({ ...pack, destinations }, /1 folders deep, 0 fit/);
  });

  test('a file that is too large', () => {
    const pack = packOf({ grid: 65, destinations: ['phone'] });
    const destinations = pack.destinations.map((d) => ({ ...d, grids: [] }));
    mended({ ...pack, destinations }, /kB fit/);
  });

  test('names that are one, and names given by hand that no file system takes', () => {
    const plain = packOf({ grid: 17 }, { grid: 33 });
    const names = { ...plain.names, tokens: ['look' as const, 'role' as const] };
    const after = mended({ ...plain, names }, /another file has this name/);
    expect(after.names.tokens).toContain('grid');
    const [first, second] = planPack(plain, sources).files;
    const secondName = second.path.split('/').at(-1)!;
    const renamed = { [first.id]: secondName.toUpperCase() };
    mended({ ...plain, renamed }, /where case does not count/);
    mended({ ...plain, renamed: { [first.id]: 'CON.cube' } }, /kept for a device/);
    mended({ ...plain, renamed: { [first.id]: '../../etc.cube' } }, /"\/" is not allowed/);
  });
});

test('a look that is renamed or noted keeps its files; one that is changed gets others', () => {
  const pack = packOf({});
  const keyOf = (change: object) =>
    planPack(pack, {
      ...sources,
      looks: looks.map((l) => ({ ...l, document: { ...l.document, ...change } })),
    }).files[0].planned.key;
  expect(keyOf({ notes: 'warmer' })).toBe(keyOf({}));
  expect(keyOf({ name: 'Other' })).toBe(keyOf({}));
  expect(keyOf({ strength: 0.3 })).not.toBe(keyOf({}));
});

test('"every role" has every role for each look and camera', () => {
  for (const { profileId, items } of shaped('complete').cells) {
    expect(items.map((i) => i.role).sort()).toEqual([...roleIds].sort());
    expect(items.filter((i) => i.to === profileId)).toEqual([]);
  }
});

test('a camera that was duplicated and renamed gives its files its own name', () => {
  const osprey = { ...profileOf('heron'), id: 'heron-2', name: 'Osprey log' };
  const twin = { ...osprey, name: 'Heron log 2' };
  const item = packItemSchema.parse({ role: 'combined', destinations: ['editor'] });
  const planned = (profile: typeof osprey) =>
    planPack(withItems(newPack('One'), 'slack-water', profile.id, [item]), { looks, profiles: [profile] })
      .files[0];
  expect(planned(osprey).path).toMatch(/^Editor\/osprey-log\/Slack-Water_v3_osprey-log_bt1886_/);
  expect(planned(twin).name).toMatch(/_heron-log-2_/);
  expect(planned(profileOf('heron')).name).toMatch(/_heron_/);
});

test('a file without a look is the same whatever looks ask for it, and however they are called', () => {
  const header = (look: NamedLook, role: RoleId) => {
    const item = packItemSchema.parse({ role, output: 'video', destinations: ['editor'] });
    const cell = { lookId: look.id, profileId: 'heron', item };
    return cubeHeader(planLut(newPack('One'), cell, { ...sources, looks: [look] }).order);
  };
  const [first] = looks;
  const renamed = { ...first, document: { ...first.document, name: 'Renamed', steps: [] }, version: 9 };
  for (const role of ['conversion', 'trim', 'return'] as const)
    expect(header(renamed, role)).toEqual(header(first, role));
  expect(header(renamed, 'combined')).not.toEqual(header(first, 'combined'));
});

test('another display is another file', () => {
  const pack = packOf({}, { output: 'hdr' });
  const outputs = [...pack.outputs, { id: 'hdr', display: withOutput(pack.outputs[0].display, 'pq') }];
  const { files } = planPack({ ...pack, outputs }, sources);
  expect(files.map((f) => f.parts.output)).toEqual(['bt1886', 'pq1000']);
});

test('totals count each LUT once, and files by their size', () => {
  const pack = packOf({}, { grid: 65, destinations: ['finishing'] });
  const totals = totalsOf(planPack(pack, sources));
  expect(totals.files).toBe(3);
  expect(totals.bytes).toBeGreaterThan(2 * 27 * 65 ** 3);
  expect(forecast(totals, [])).toBeNull();
  // A machine that took twice as long as was reckoned, with zips of half the size; one slow pack among three does not count.
  const took = (factor: number) => ({ reckoned: { bytes: 1000, work: 10 }, zip: 500, seconds: 10 * factor });
  const told = forecast(totals, [took(2), took(50), took(1.9)])!;
  expect(told.seconds).toBeCloseTo(totals.work * 2);
  expect(told.zip).toBeCloseTo(totals.bytes / 2);
});

describe('how far a look holds', () => {
  const fails = [{ id: 'skinHue', value: 9 }];
  const open = { low: { at: -150, fails: [] }, high: { at: 150, fails: [] }, atRest: [] };
  const exposure = { low: { at: -1.3, fails }, high: { at: 1.72, fails: [] }, atRest: [] };
  const endurance = [{ lookId: 'oilskin', plateId: 'quay', exposure, balance: open }];
  const trials = [{ lookId: 'oilskin', practice: usualPractice, endurance }];

  test('stands on its card in words, and on no other', () => {
    expect(triedLines({ trials }, 'oilskin')).toEqual([
      'Holds from −1.3 to +1.7 stops; skin goes green first.',
      'Holds over the whole search, −150 to +150 mired.',
    ]);
    expect(triedLines({ trials }, 'slack-water')).toEqual([]);
    const oilskin = looks.find((l) => l.id === 'oilskin')!;
    const spec = { ...specOf(packOf(), { looks, profiles: [] }), trials };
    const measures: CardMeasures = { grey: [0.4, 0.42], skin: [0.5, 0.5] };
    const card = lookCardPage(oilskin.document, 'oilskin', spec, { pictures: [], measures });
    expect(card).toContain(
      'Tried on plates of the project: Holds from −1.3 to +1.7 stops; skin goes green first.',
    );
  });
});

describe('the items of a cell', () => {
  const pack = newPack('Items');

  test('a further one is in a role the cell does not hold yet, with what that role is made by', () => {
    const around = { others: ['wren'], monitorOffsetStops: 0 };
    let items: PackItem[] = [];
    for (const _ of roleIds) items = [...items, nextItem(pack, items, around)];
    expect(items.map((i) => i.role)).toEqual(roleIds);
    for (const { role, offset, to } of items) {
      const uses: readonly string[] = roles[role].uses;
      expect(offset !== 0, role).toBe(uses.includes('offset'));
      expect(to, role).toBe(uses.includes('to') ? 'wren' : null);
    }
    // All taken, it begins again; without another camera none is led to.
    expect(nextItem(pack, items, around).role).toBe('combined');
    const alone = Array.from({ length: roleIds.length - 1 }).reduce<PackItem[]>(
      (made) => [...made, nextItem(pack, made, { ...around, others: [] })],
      [],
    );
    expect(alone.map((i) => i.role)).toEqual(roleIds.filter((id) => id !== 'camera-to-camera'));
  });

  test('one for monitors begins with the project’s offset, and with a stop where it has none; what was typed stays', () => {
    const offset = (monitorOffsetStops: number, typed = 0) =>
      inRole(item({ offset: typed }), 'monitor', { others: [], monitorOffsetStops }).offset;
    expect([offset(1.5), offset(0), offset(1.5, 2)]).toEqual([1.5, 1, 2]);
    const onSet = inShape(pack, 'onSet', { looks: ['l'], profiles: ['heron'], monitorOffsetStops: 0.5 });
    expect(onSet.cells[0].items.map((i) => i.offset)).toEqual([0.5, 0.5, 0]);
  });

  test('copied to all cameras, a LUT from one to another is not made for the other itself', () => {
    const toWren = inRole(item({}), 'camera-to-camera', {
      others: ['wren', 'plover'],
      monitorOffsetStops: 0,
    });
    const items = [item({}), toWren];
    expect(itemsFor(items, 'plover')).toEqual(items);
    expect(itemsFor(items, 'wren')).toEqual([item({})]);
    const around = { others: ['wren'], monitorOffsetStops: 0 };
    expect(inRole(toWren, 'combined', around)).toMatchObject({ to: null, offset: 0 });
  });
});
