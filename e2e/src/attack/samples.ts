import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { bake } from '@velvet-dusk/core/order/bake';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { profileToClf } from '@velvet-dusk/core/camera/export/profileClf';
import { writeSpi1d } from '@velvet-dusk/core/formats/spi1d';
import { parseLook } from '@velvet-dusk/core/look/document';
import { plainExr } from '@velvet-dusk/core/testing/plainExr';
import { demoDocument, newFolder, noiseFrame } from './target.ts';
import { standardDisplay } from '@velvet-dusk/core/render/display';

/** One right file of each kind that is read, and what is known of damage to it. */
export interface Sample {
  /** The parser, by its name in the worker. */
  parser: string;
  name: string;
  bytes: Buffer;
  /** Is a file that ends early always wrong? Text whose last byte is a line end may lose that. */
  cutIsDamage: boolean;
}

export async function makeSamples(): Promise<Sample[]> {
  const heron = parseProfile(demoDocument('profiles/heron.json'), 'heron');
  const look = parseLook(demoDocument('looks/slack-water.json'), 'look');
  const cube = writeCube(bake({ look, profile: heron, display: standardDisplay, role: 'combined', grid: 9 }));
  const curve = Float32Array.from({ length: 64 * 3 }, (_, i) => (Math.floor(i / 3) / 63) ** 2);
  const [zero, one] = [[0, 0, 0] as const, [1, 1, 1] as const];
  const table = {
    kind: '1d' as const,
    size: 64,
    domainMin: zero,
    domainMax: one,
    data: curve,
    title: '',
    comments: [],
  };
  const shaper = `LUT_1D_SIZE 4\nLUT_3D_SIZE 2\nLUT_1D_INPUT_RANGE 0 2\n${'0.1 0.2 0.3\n0.4 0.5 0.6\n'.repeat(6)}`;
  const folder = newFolder();
  const dpx = join(folder, 'a.dpx');
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-f',
    'lavfi',
    '-i',
    'testsrc2=size=48x32:rate=1:duration=1',
    '-frames:v',
    '1',
    '-pix_fmt',
    'gbrp10be',
    dpx,
  ]);
  const slope = (x: number, y: number) => x / 40 + y / 10;
  const text = (s: string) => Buffer.from(s);
  const cdl = `<?xml version="1.0"?><ColorDecisionList xmlns="urn:ASC:CDL:v1.01"><ColorDecision><ColorCorrection id="a"><SOPNode><Slope>1.1 1 0.9</Slope><Offset>0.01 0 0</Offset><Power>1 1 1.1</Power></SOPNode><SatNode><Saturation>0.9</Saturation></SatNode></ColorCorrection></ColorDecision></ColorDecisionList>`;
  return [
    { parser: 'lut', name: 'a.cube', bytes: text(cube), cutIsDamage: true },
    { parser: 'lut', name: 'b.cube', bytes: text(shaper), cutIsDamage: true },
    { parser: 'lut', name: 'a.spi1d', bytes: text(writeSpi1d(table)), cutIsDamage: true },
    { parser: 'profile', name: 'a.clf', bytes: text(profileToClf(heron)), cutIsDamage: true },
    { parser: 'profile', name: 'a.json', bytes: text(JSON.stringify(heron)), cutIsDamage: true },
    { parser: 'look', name: 'look.json', bytes: text(JSON.stringify(look)), cutIsDamage: true },
    { parser: 'cdl', name: 'a.cdl', bytes: text(cdl), cutIsDamage: true },
    {
      parser: 'chart',
      name: 'a.csv',
      bytes: readFileSync(new URL('../../../demo/plates/heads-and-chart.csv', import.meta.url)),
      cutIsDamage: false,
    },
    { parser: 'exr', name: 'a.exr', bytes: Buffer.from(plainExr(40, 24, slope)), cutIsDamage: true },
    {
      parser: 'exr',
      name: 'zip.exr',
      bytes: Buffer.from(plainExr(40, 24, slope, { compression: 3 })),
      cutIsDamage: true,
    },
    {
      parser: 'exr',
      name: 'tiles.exr',
      bytes: Buffer.from(plainExr(40, 24, slope, { tile: { width: 16, height: 16 } })),
      cutIsDamage: true,
    },
    { parser: 'png', name: 'a.png', bytes: await noiseFrame(40, 24), cutIsDamage: true },
    { parser: 'dpx', name: 'a.dpx', bytes: readFileSync(dpx), cutIsDamage: true },
  ];
}
