import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { decode } from 'fast-png';
import { expect, test } from 'vitest';
import { PreviewBaker } from '@velvet-dusk/core/order/previewBaker';
import { cellsOf } from '@velvet-dusk/core/trial/board';
import { runCell } from '@velvet-dusk/core/trial/cell';
import { inputHash, lookOf, plateOf, type TrialInput } from '@velvet-dusk/core/trial/input';
import { cellResult } from '@velvet-dusk/core/trial/result';
import { cellAt, parseTrialResult } from '@velvet-dusk/core/trial/run';
import { parseTrialSpec, writeTrialSpec } from '@velvet-dusk/core/trial/spec';
import { workFolder } from '../workPlace.ts';
import { startWorkshop } from '../testing/workshop.ts';
import { smallTrial } from '../testing/smallTrial.ts';
import { exportTrial, exportTrialShard, mergeTrials } from './exportTrial.ts';
import { runTrial } from './runTrial.ts';

const workshop = startWorkshop('trials');
const { at } = workshop;
const input = smallTrial();
const read = (path: string): unknown => JSON.parse(readFileSync(path, 'utf8'));

test('a run holds what each cell measures by itself, and is read back as it was written', async () => {
  const result = await exportTrial(input, at('one'), { threads: workshop.threads });
  expect(existsSync(workFolder(at('one')))).toBe(false);
  expect(parseTrialResult(read(at('one/trial-result.json')), 'result')).toEqual(result);
  const { display, practice, profiles } = input;
  const setting = { display, practice, profiles, baker: new PreviewBaker() };
  const cells = cellsOf(input.trial);
  expect(result.cells).toHaveLength(cells.length);
  for (const { condition, ...place } of cells) {
    const plate = plateOf(input, condition.plateId);
    const { readings } = runCell(plate, lookOf(input.looks, condition), condition, setting);
    expect(cellAt(result.cells, place)).toEqual(cellResult(place, readings));
  }
  expect(result.endurance.map((e) => [e.plateId, e.lookId])).toHaveLength(4);
});

test('its table is read by a spreadsheet’s rules, its sheet has every cell, its paper is a PDF of its words', () => {
  // Python's own reader stands for a spreadsheet (RFC 4180).
  const script =
    'import csv,json,sys;print(json.dumps(list(csv.reader(open(sys.argv[1],newline="",encoding="utf8")))))';
  const rows = JSON.parse(
    spawnSync('python3', ['-c', script, at('one/cells.csv')], { encoding: 'utf8' }).stdout,
  ) as string[][];
  expect(rows).toHaveLength(13);
  expect(new Set(rows.map((r) => r.length)).size).toBe(1);
  expect(rows[1].slice(0, 3)).toEqual(['Lit', '0', 'Plain, "so"']);
  expect(rows.some((r) => r[0] === 'Dim, late' && r[2] === "'=Rich")).toBe(true);
  const sheet = decode(readFileSync(at('one/board.png')));
  expect(sheet.width).toBe(2 * 12 + 3 * 49);
  const text = spawnSync('pdftotext', ['-layout', at('one/board.pdf'), '-'], { encoding: 'utf8' }).stdout;
  expect(text).toMatch(/Small board/);
  expect(text).toMatch(/Dim, late/);
  expect(text).toMatch(/Endurance/);
});

test('two shards make the same run as one', async () => {
  for (const index of [1, 2])
    await exportTrialShard(input, at(`part-${index}`), {
      threads: workshop.threads,
      shard: { index, count: 2 },
    });
  const merged = await mergeTrials([at('part-1'), at('part-2')], at('merged'), { threads: workshop.threads });
  expect(merged).toEqual(parseTrialResult(read(at('one/trial-result.json')), 'result'));
  for (const file of readdirSync(at('one')))
    expect(readFileSync(at(`merged/${file}`)).equals(readFileSync(at(`one/${file}`))), file).toBe(true);
  const other = { ...input, project: 'Another' };
  await exportTrialShard(other, at('other'), { threads: workshop.threads, shard: { index: 1, count: 1 } });
  await expect(
    mergeTrials([at('part-1'), at('other')], at('mixed'), { threads: workshop.threads }),
  ).rejects.toThrow(/other is no shard of the same run/);
  const picture = at(`part-1/cells/${readdirSync(at('part-1/cells'))[0]}`);
  const bytes = readFileSync(picture);
  bytes[bytes.length >> 1] ^= 1;
  writeFileSync(picture, bytes);
  await expect(
    mergeTrials([at('part-1'), at('part-2')], at('spoilt'), { threads: workshop.threads }),
  ).rejects.toThrow(/cells.*is not what the shard made/);
});

test('broken off, a run goes on where it was, past a half line and what a killed thread left', async () => {
  const work = at('work');
  const controller = new AbortController();
  const broken = runTrial(input, work, {
    threads: workshop.threads,
    signal: controller.signal,
    onProgress: ({ done }) => done > 0 && controller.abort(),
  });
  await expect(broken).rejects.toThrow();
  const journal = join(work, 'journal.ndjson');
  const before = readFileSync(journal, 'utf8').trim().split('\n').length - 1;
  expect(before).toBeGreaterThan(0);
  writeFileSync(journal, `${readFileSync(journal, 'utf8')}{"key":"cells 9","ce`);
  // A picture that is told of and did not reach the disk.
  const [picture] = readdirSync(join(work, 'cells'));
  rmSync(join(work, 'cells', picture));
  const steps: number[] = [];
  const result = await runTrial(input, work, {
    threads: workshop.threads,
    onProgress: ({ done }) => steps.push(done),
  });
  expect(steps[0]).toBeLessThan(steps.at(-1)!);
  expect(existsSync(join(work, 'cells', picture))).toBe(true);
  expect(result).toEqual(parseTrialResult(read(at('one/trial-result.json')), 'result'));
});

test('a spec is the run it was written of; what is wrong with one is said', () => {
  const spec = JSON.parse(JSON.stringify(writeTrialSpec(input))) as Record<string, unknown>;
  const again = parseTrialSpec(spec, 'spec');
  expect(inputHash(again)).toBe(inputHash(input));
  const trial = spec.trial as { rows: object };
  const missing = { ...spec, trial: { ...trial, rows: { axis: 'plates', values: ['lit', 'moon'] } } };
  expect(() => parseTrialSpec(missing, 'spec')).toThrow(/"moon" is not there/);
  expect(() => parseTrialSpec({ ...spec, gate: { plateIds: ['moon'] } }, 'spec')).toThrow(
    /gate asks for plate "moon"/,
  );
  expect(() => parseTrialSpec({ ...spec, plates: [{ id: 'x' }] }, 'spec')).toThrow(/spec.*plates/s);
});

test('a gate is measured over its own range, by its own readings', async () => {
  const gate = {
    plateIds: ['dim'],
    readings: ['clipped' as const],
    exposure: { low: -1, high: 1 },
    balance: { low: 0, high: 0 },
  };
  const gated: TrialInput = { ...input, endurance: false, gate };
  const result = (await runTrial(gated, at('gated'), { threads: workshop.threads }))!;
  expect(result.endurance).toEqual([]);
  // What the board does to all of its cells does not soften what the gate asks.
  const soft = { ...gated, trial: { ...gated.trial, base: { ...gated.trial.base, strength: 0, noise: 0 } } };
  const softened = (await runTrial(soft, at('soft'), { threads: workshop.threads }))!;
  expect(softened.gate).toEqual(result.gate);
  expect(result.gate!.measured.map((m) => [m.plateId, m.lookId])).toEqual([
    ['dim', 'plain'],
    ['dim', 'rich'],
  ]);
  for (const { exposure } of result.gate!.measured)
    expect(exposure).toMatchObject({ low: { at: -1 }, high: { at: 1 } });
});

test('a board wider than a page is printed whole', async () => {
  const values = Array.from({ length: 16 }, (_, i) => i / 4 - 2);
  const wide: TrialInput = {
    ...input,
    endurance: false,
    trial: {
      ...input.trial,
      rows: { axis: 'plates', values: ['lit'] },
      columns: { axis: 'exposure', values },
      switch: null,
    },
  };
  await exportTrial(wide, at('wide'), { threads: workshop.threads });
  const { stdout } = spawnSync('pdftotext', ['-layout', at('wide/board.pdf'), '-'], { encoding: 'utf8' });
  for (const words of ['–2.0 st', '–0.25 st', '+1.75 st']) expect(stdout).toContain(words);
});
