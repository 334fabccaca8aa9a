import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from 'vitest';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { parsePng, writePng } from '@velvet-dusk/core/formats/png';
import { resample } from '@velvet-dusk/core/lut/resample';
import { seeded } from '@velvet-dusk/core/numeric/random';
import { foreignFamilies, madeLut, makings } from '@velvet-dusk/core/testing/makers';
import { profileOf } from '@velvet-dusk/core/testing/profiles';
import { dusk, json, newFolder, root } from './testing/dusk.ts';

const { at } = newFolder();

/** Any LUT on the command line: inspected, compared, converted. */

interface Report {
  file: string;
  faults?: { id: string; at: number[] | null }[];
  error?: string;
  identity?: { readings: { inputProfile: string }[]; reasons: string[]; remaining: string };
}

beforeAll(async () => {
  const look = `${root}demo/looks/slack-water.json`;
  const bake = async (out: string, grid: string) =>
    await dusk(
      'bake',
      '--look',
      look,
      '--profile',
      'heron',
      '--role',
      'combined',
      '--grid',
      grid,
      '--out',
      out,
    );
  expect((await bake(at('look.cube'), '33')).code).toBe(0);
  expect((await bake(at('small.cube'), '25')).code).toBe(0);
});

describe('inspect', () => {
  test('of a folder tells of every file: what is sound, what is wrong and where, and what is none', async () => {
    const lines = readFileSync(at('look.cube'), 'utf8').split('\n');
    const first = lines.findIndex((l) => /^\d/.test(l));
    const node = first + (20 * 33 + 16) * 33 + 12;
    const [r, g, b] = lines[node].split(' ').map(Number);
    mkdirSync(at('maker/deep'), { recursive: true });
    writeFileSync(at('maker/sound.cube'), lines.join('\n'));
    writeFileSync(
      at('maker/deep/spoilt.cube'),
      lines.with(node, `${r.toFixed(6)} ${(g + 0.06).toFixed(6)} ${b.toFixed(6)}`).join('\n'),
    );
    writeFileSync(at('maker/none.cube'), 'LUT_3D_SIZE two\n');
    writeFileSync(at('maker/notes.txt'), 'read me');
    const found = (await json('inspect', '--lut', at('maker'), '--json')) as unknown as Report[];
    expect(found.map((f) => f.file.replace(`${at('maker')}/`, ''))).toEqual([
      'deep/spoilt.cube',
      'none.cube',
      'sound.cube',
    ]);
    const [spoilt, none, sound] = found;
    expect(spoilt.faults).toEqual([
      expect.objectContaining({ id: 'badNode', at: [12 / 32, 16 / 32, 20 / 32] }) as Report['faults'],
    ]);
    expect(none.error).toMatch(/none\.cube: line 1/);
    expect(sound.faults).toEqual([]);
    const told = await dusk('inspect', '--lut', at('maker'));
    expect(told.out).toMatch(/spoilt\.cube: .*33 points, with one bad node/);
    expect(told.out).toMatch(/sound\.cube: .*33 points, sound/);
  });

  test('of a folder takes what its other files are for as evidence, and says so', async () => {
    const files = makings(foreignFamilies, [profileOf('heron')], {
      count: 14,
      seed: 5,
      roles: ['combined', 'conversion'],
    });
    mkdirSync(at('others/lot'), { recursive: true });
    const names = { sure: 7, surer: 6, unsure: 12 };
    for (const [name, i] of Object.entries(names))
      writeFileSync(at(`others/lot/${name}.cube`), writeCube(resample(madeLut(files[i]), files[i].grid)));
    const read = async (path: string) =>
      (await json('inspect', '--lut', at(path), '--json')) as unknown as Report[];
    const ofUnsure = (all: Report[]) => all.find((f) => f.file.endsWith('/unsure.cube'))!.identity!;
    const together = ofUnsure(await read('others/lot'));
    expect(together.readings[0].inputProfile).toBe('heron');
    expect(together.reasons.join(' ')).toMatch(/Other files in its folder are for Heron log/);
    mkdirSync(at('others/alone'));
    writeFileSync(at('others/alone/unsure.cube'), readFileSync(at('others/lot/unsure.cube')));
    const alone = ofUnsure(await read('others/alone'));
    expect(alone.remaining).toMatch(/^Either a/);
    expect(alone.reasons.join(' ')).not.toMatch(/Other files/);
  });

  test('of a path that is not there, and of two at once, is refused in words', async () => {
    expect(await dusk('inspect', '--lut', at('gone'))).toMatchObject({ code: 1 });
    expect(await dusk('inspect', '--lut', at('look.cube'), '--cube', at('look.cube'))).toMatchObject({
      code: 2,
    });
  });
});

describe('convert', () => {
  const uniform = seeded(5);
  const size = { width: 32, height: 24 };
  beforeAll(() =>
    writeFileSync(
      at('frame.png'),
      writePng({ ...size, rgb: Float32Array.from({ length: 32 * 24 * 3 }, uniform) }),
    ),
  );

  test.each([
    // Six decimals; codes of 12 bits, of which FFmpeg takes 4096 for the top one and reads 17 points alone.
    ['csp', 2],
    ['3dl', 30],
  ])('to .%s gives what FFmpeg makes of the cube it came from, read by FFmpeg', async (ending, by) => {
    const out = at(`made.${ending}`);
    for (const made of [out, at(`same-${ending}.cube`)])
      expect((await dusk('convert', '--in', at('look.cube'), '--out', made, '--grid', '17')).code).toBe(0);
    const graded = (lut: string) =>
      new Uint16Array(
        Uint8Array.from(
          execFileSync('ffmpeg', [
            ...['-v', 'error', '-i', at('frame.png'), '-vf', `lut3d=file=${lut}:interp=tetrahedral`],
            ...['-pix_fmt', 'rgb48le', '-f', 'rawvideo', '-'],
          ]),
        ).buffer,
      );
    const [a, b] = [graded(at(`same-${ending}.cube`)), graded(out)];
    expect(a).toHaveLength(size.width * size.height * 3);
    let worst = 0;
    for (let i = 0; i < a.length; i++) worst = Math.max(worst, Math.abs(a[i] - b[i]));
    expect(worst).toBeLessThanOrEqual(by);
  });

  test('there and back, through every format that is written, is the same LUT', async () => {
    for (const ending of ['spi3d', 'clf', 'csp']) {
      expect((await dusk('convert', '--in', at('small.cube'), '--out', at(`x.${ending}`))).code).toBe(0);
      const { values } = (await json(
        'compare',
        at('small.cube'),
        at(`x.${ending}`),
        '--json',
      )) as unknown as {
        values: number;
      };
      expect(values).toBeLessThan(2e-6);
    }
    // A Hald image takes grids of square numbers only.
    expect((await dusk('convert', '--in', at('small.cube'), '--out', at('x.png'))).code).toBe(0);
    const { lattice } = (await json('compare', at('small.cube'), at('x.png'), '--json')) as unknown as {
      lattice: { max: number };
    };
    expect(lattice.max).toBeLessThan(0.02);
    expect((await dusk('convert', '--in', at('look.cube'), '--out', at('y.png'))).err).toMatch(
      /square number of points, not 33/,
    );
  });

  test('its range goes to narrow and back', async () => {
    expect(
      (await dusk('convert', '--in', at('small.cube'), '--out', at('n.cube'), '--range', 'full-to-narrow'))
        .code,
    ).toBe(0);
    const narrow = (await json('inspect', '--lut', at('n.cube'), '--json')) as unknown as {
      min: number[];
      max: number[];
    };
    // ITU-R BT.2100, table 9: black at 64, white at 940 of 1023.
    expect(Math.min(...narrow.min)).toBeGreaterThanOrEqual(64 / 1023 - 1e-6);
    expect(Math.max(...narrow.max)).toBeLessThanOrEqual(940 / 1023 + 1e-6);
    expect(
      (await dusk('convert', '--in', at('n.cube'), '--out', at('f.cube'), '--range', 'narrow-to-full')).code,
    ).toBe(0);
    const { values } = (await json('compare', at('small.cube'), at('f.cube'), '--json')) as unknown as {
      values: number;
    };
    expect(values).toBeLessThan(3e-6);
  });

  test('what cannot be written is refused before anything is', async () => {
    expect(await dusk('convert', '--in', at('look.cube'), '--out', at('z.xyz'))).toMatchObject({ code: 2 });
    expect(
      (await dusk('convert', '--in', at('look.cube'), '--out', at('z.cube'), '--range', 'loud')).err,
    ).toMatch(/full-to-narrow or narrow-to-full/);
    expect((await dusk('convert', '--in', at('look.cube'), '--out', at('look.cube'))).err).toMatch(
      /is the input/,
    );
  });
});

test('compare says how far two are apart, and which way greys go', async () => {
  const same = (await json('compare', at('look.cube'), at('look.cube'), '--json')) as unknown as {
    values: number;
  };
  expect(same.values).toBe(0);
  const brighter = readFileSync(at('small.cube'), 'utf8').replace(
    /^(\d\S*) (\S+) (\S+)$/gm,
    (_, ...rgb: string[]) =>
      rgb
        .slice(0, 3)
        .map((v) => Math.min(Number(v) + 0.05, 1).toFixed(6))
        .join(' '),
  );
  writeFileSync(at('brighter.cube'), brighter);
  const told = await dusk('compare', at('small.cube'), at('brighter.cube'));
  expect(told.out).toMatch(/greys: ΔE2000 .*the second is \+[3-6]\.\d\d L\*/);
  expect((await dusk('compare', at('small.cube'))).code).toBe(2);
});

describe('what a format cannot hold', () => {
  test('is told with the figure and not written, unless it is asked for', async () => {
    const curve = Array.from({ length: 1024 }, (_, i) => ((i / 1023) ** 0.1).toFixed(6));
    const grid = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [i & 1, (i >> 1) & 1, i >> 2].join(' '));
    const head = 'LUT_1D_SIZE 1024\nLUT_1D_INPUT_RANGE 0 1\nLUT_3D_SIZE 2\nLUT_3D_INPUT_RANGE 0 1\n';
    writeFileSync(
      at('shaped.cube'),
      `${head}${[...curve.map((v) => `${v} ${v} ${v}`), ...grid].join('\n')}\n`,
    );
    const refused = await dusk('convert', '--in', at('shaped.cube'), '--out', at('bare.spi3d'));
    expect(refused).toMatchObject({ code: 1 });
    expect(refused.err).toMatch(/a grid of 2 points of .*off by ΔE2000 [\d.]+ at 99 %, .*--lossy/);
    expect(existsSync(at('bare.spi3d'))).toBe(false);
    const lossy = await dusk('convert', '--in', at('shaped.cube'), '--out', at('bare.spi3d'), '--lossy');
    expect(lossy).toMatchObject({ code: 0 });
    const whole = await dusk('convert', '--in', at('shaped.cube'), '--out', at('shaped.csp'));
    expect(whole).toMatchObject({ code: 0 });
    expect(whole.err).toMatch(/a table of 1024 points and a grid of 2 points; off by ΔE2000 0\.0\d at 99 %/);
  });

  test('a Hald image is applied like any other LUT', async () => {
    expect(
      (await dusk('convert', '--in', at('small.cube'), '--out', at('applied.png'), '--force')).code,
    ).toBe(0);
    for (const lut of ['small.cube', 'applied.png'])
      expect(
        (await dusk('apply', '--cube', at(lut), '--in', at('frame.png'), '--out', at(`out-${lut}.png`))).code,
      ).toBe(0);
    const [a, b] = ['small.cube', 'applied.png'].map((lut) => {
      const file = at(`out-${lut}.png`);
      return parsePng(readFileSync(file), file).rgb;
    });
    a.forEach((v, i) => expect(Math.abs(v - b[i])).toBeLessThan(2e-4));
  });
});
