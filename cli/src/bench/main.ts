/** `npm run bench`: our figures beside OpenColorIO's and FFmpeg's, same machine, same data, one thread each. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { record } from '@velvet-dusk/core/camera/sensor';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { applyCube } from '@velvet-dusk/core/lut/apply';
import { bake } from '@velvet-dusk/core/order/bake';
import { parseCube } from '@velvet-dusk/core/formats/cubeParse';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { parseExr } from '@velvet-dusk/core/formats/exr/parse';
import { readLook, readProfile } from '../files.ts';
import { sequence, medianTime } from './measure.ts';
import { ffmpegApplyTime, ocioOutputTime, ocioTimes } from './references.ts';
import { type InspectionFigure, inspectionFigures } from './inspection.ts';
import { type PackFigures, packFigures } from './packs.ts';
import { standardDisplay } from '@velvet-dusk/core/render/display';

const demo = (file: string) => fileURLToPath(new URL(`../../../demo/${file}`, import.meta.url));
const size = { width: 1920, height: 1080 };

interface Row {
  work: string;
  ours: number;
  ocio?: number;
  ffmpeg?: number;
  /** How many times the reference's time is allowed. */
  goal?: string;
}

/** A recorded demo plate, repeated until it fills the frame. */
async function sampleFrame(): Promise<Float32Array> {
  const scene = parseExr(readFileSync(demo('plates/quay-blue-hour.exr')), 'quay-blue-hour.exr');
  const codec = makeCodec(await readProfile('heron'));
  const rgb = record(scene.rgb, bt709, codec, { exposure: 0, seed: 1 });
  const frame = new Float32Array(size.width * size.height * 3);
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++) {
      const from = ((y % scene.height) * scene.width + (x % scene.width)) * 3;
      frame.set(rgb.subarray(from, from + 3), (y * size.width + x) * 3);
    }
  return frame;
}

async function measure(folder: string): Promise<Row[]> {
  const at = (name: string) => join(folder, name);
  const look = await readLook(demo('looks/slack-water.json'));
  const profile = await readProfile('heron');
  const order = (grid: number) =>
    ({ look, profile, display: standardDisplay, role: 'combined', grid }) as const;
  const frame = await sampleFrame();
  const text33 = writeCube(bake(order(33)));
  const cube65 = bake(order(65));
  const text65 = writeCube(cube65);
  writeFileSync(at('33.cube'), text33);
  writeFileSync(at('65.cube'), text65);
  writeFileSync(at('frame.raw'), frame);
  const samples = { ...size, frame: at('frame.raw'), cube33: at('33.cube'), cube65: at('65.cube') };
  const theirs = ocioTimes(samples);

  const cube33 = parseCube(text33, '33.cube');
  const buffer = new Float32Array(frame.length);
  const rows: Row[] = [];
  for (const kind of ['tetrahedral', 'trilinear'] as const)
    rows.push({
      work: `apply 33³ to ${size.width}×${size.height}, float, ${kind}`,
      ours: await medianTime(() => (buffer.set(frame), applyCube(cube33, buffer, kind))),
      ocio: theirs[kind],
      ffmpeg: ffmpegApplyTime(samples, kind),
      ...(kind === 'tetrahedral' ? { goal: 'no slower than OpenColorIO' } : {}),
    });
  const film = await readLook(demo('looks/lamplight-negative.json'));
  for (const [name, baked] of [
    ['the demo look', look],
    ['a film look', film],
  ] as const)
    rows.push({
      work: `bake ${name} at 33³`,
      ...(await sequence(() => bake({ ...order(33), look: baked }), ocioOutputTime)),
      goal: 'within 3× of an ACES SDR output',
    });
  for (const grid of [17, 65])
    rows.push({
      work: `bake the demo look at ${grid}³`,
      ours: await medianTime(() => bake(order(grid))),
    });
  const write = await medianTime(() => writeCube(cube65));
  const read = await medianTime(() => parseCube(readFileSync(at('65.cube'), 'utf8'), '65.cube'));
  rows.push({ work: 'write 65³ as text', ours: write, goal: 'no slower than reading' });
  rows.push({
    work: 'read 65³ from text',
    ours: read,
    ocio: theirs.load65,
    goal: 'a tenth of OpenColorIO’s load',
  });
  return rows;
}

const ms = (x: number | undefined) => (x === undefined ? '–' : x.toFixed(1));
const table = (rows: Row[]) =>
  [
    '| work | ours, ms | OpenColorIO, ms | FFmpeg, ms | ours ÷ OpenColorIO | goal |',
    '|---|---|---|---|---|---|',
    ...rows.map(({ work, ours, ocio, ffmpeg, goal }) => {
      const ratio = ocio === undefined ? '–' : (ours / ocio).toFixed(2);
      return `| ${work} | ${ms(ours)} | ${ms(ocio)} | ${ms(ffmpeg)} | ${ratio} | ${goal ?? '–'} |`;
    }),
  ].join('\n');

const packTable = (packs: PackFigures[]) =>
  [
    '| packs, two threads | s | MB resident | goal |',
    '|---|---|---|---|',
    ...packs.map((p) => `| ${p.work} | ${p.seconds.toFixed(1)} | ${Math.round(p.memory)} | ${p.goal} |`),
  ].join('\n');

const inspectionTable = (figures: InspectionFigure[]) =>
  [
    '| inspection | ms | goal |',
    '|---|---|---|',
    ...figures.map((f) => `| ${f.work} | ${ms(f.ms)} | ${f.goal} |`),
  ].join('\n');

const folder = mkdtempSync(join(tmpdir(), 'dusk-bench-'));
try {
  const rows = await measure(folder);
  const inspection = await inspectionFigures(folder);
  const packs = await packFigures(folder);
  process.stdout.write(
    process.argv.includes('--json')
      ? `${JSON.stringify({ rows, inspection, packs }, null, 2)}\n`
      : `${table(rows)}\n\n${inspectionTable(inspection)}\n\n${packTable(packs)}\n`,
  );
} finally {
  rmSync(folder, { recursive: true, force: true });
}
