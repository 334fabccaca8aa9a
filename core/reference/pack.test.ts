import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, test } from 'vitest';
import { makeCodec } from '../src/camera/codec.ts';
import { record } from '../src/camera/sensor.ts';
import { deltaE2000 } from '../src/colour/deltaE2000.ts';
import { lightToLab } from '../src/colour/displayLab.ts';
import { transformBuffer } from '../src/colour/matrix.ts';
import { rgbToRgb } from '../src/colour/rgbSpace.ts';
import { ap0, bt709, working } from '../src/colour/spaces/index.ts';
import { parsePng, writePng } from '../src/formats/png.ts';
import { parseLook } from '../src/look/document.ts';
import { compileEnd } from '../src/order/end.ts';
import { compileBake } from '../src/order/bake.ts';
import { newPack, packItemSchema } from '../src/pack/document.ts';
import { type Manifest, manifestSchema } from '../src/pack/manifest.ts';
import { specOf, writeSpec } from '../src/pack/spec.ts';
import { sparse } from '../src/numeric/sparse.ts';
import { standardDisplay } from '../src/render/display.ts';
import { compileRendering } from '../src/render/rendering.ts';
import { demoScene, demoSceneNames } from '../src/testing/demoScenes.ts';
import { profileOf } from '../src/testing/profiles.ts';
import { ffmpeg, ocio, temporaryFolder, toPixels } from './tools.ts';

/** A pack as the command line makes it, in every format, in the hands of OpenColorIO 2 and FFmpeg, on recorded plates. */

const folder = temporaryFolder();
const out = join(folder, 'pack');
const heron = profileOf('heron');
const wren = profileOf('wren');
const lookIds = ['slack-water', 'lamplight-negative'];
const looks = lookIds.map((id) => ({
  id,
  version: 1,
  document: parseLook(JSON.parse(readFileSync(`demo/looks/${id}.json`, 'utf8')), id),
}));

/** Codes of the six scenes as a camera records them, a little of each. */
const recorded = (profile: typeof heron) =>
  new Float32Array(
    demoSceneNames.flatMap((name) => {
      const { rgb, width, height } = demoScene(name);
      const small = sparse(rgb, width, height, 700);
      return [...record(small.rgb, bt709, makeCodec(profile), { exposure: 0, seed: 9 })];
    }),
  );
const codes = { heron: recorded(heron), wren: recorded(wren) };

let manifest: Manifest;
beforeAll(() => {
  const item = (wish: object) => packItemSchema.parse({ destinations: ['editor'], ...wish });
  const items = [item({ role: 'combined' }), item({ role: 'conversion' })];
  const pack = newPack('Outside');
  const spec = specOf(
    {
      ...pack,
      destinations: pack.destinations.map((d) => ({
        ...d,
        formats: ['cube', '3dl', 'spi3d', 'clf', 'hald16'],
      })),
      cells: lookIds.flatMap((lookId) =>
        [heron, wren].map(({ id: profileId }) => ({ lookId, profileId, items })),
      ),
    },
    { looks, profiles: [heron, wren] },
  );
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, 'spec.json'), JSON.stringify(writeSpec(spec)));
  execFileSync(
    process.execPath,
    ['.build/dusk.mjs', 'pack', '--spec', join(folder, 'spec.json'), '--out', out],
    {
      stdio: 'ignore',
    },
  );
  manifest = manifestSchema.parse(JSON.parse(readFileSync(join(out, 'manifest.json'), 'utf8')));
});

const toLab = lightToLab(bt709);
/** ΔE2000 between two pictures of BT.1886 signal. */
function differences(a: Float32Array, b: Float32Array): { mean: number; max: number } {
  const { toLight } = compileRendering({ preset: 'standard', gamutFit: 'soft', ...standardDisplay });
  const [x, y] = [Float32Array.from(a), Float32Array.from(b)];
  toLight(x);
  toLight(y);
  let [sum, max] = [0, 0];
  for (let i = 0; i < x.length; i += 3) {
    const error = deltaE2000(toLab(x[i], x[i + 1], x[i + 2]), toLab(y[i], y[i + 1], y[i + 2]));
    sum += error;
    max = Math.max(max, error);
  }
  return { mean: sum / (x.length / 3), max };
}

/** The app's own picture: the exact recipe. */
function recipe(cameraId: string, lookId: string | undefined, role: 'combined' | 'conversion'): Float32Array {
  const look = (looks.find((l) => l.id === lookId) ?? looks[0]).document;
  const rgb = Float32Array.from(codes[cameraId as keyof typeof codes]);
  compileBake({ look, profile: cameraId === 'heron' ? heron : wren, display: standardDisplay, role }).run(
    rgb,
  );
  return rgb;
}
const flat = (pixels: number[][]) => Float32Array.from(pixels.flat());

test.each(['cube', '3dl', 'spi3d', 'clf'])(
  'OpenColorIO gives the app’s picture by every .%s within ΔE2000 0.5 and 2',
  (format) => {
    const files = manifest.files.filter((f) => f.format === format);
    expect(files).toHaveLength(6);
    for (const { path, from, look, role } of files) {
      const code = codes[from as keyof typeof codes];
      const theirs = ocio(
        { kind: 'file', path: join(out, path), interpolation: 'tetrahedral' },
        toPixels(code),
      );
      const { mean, max } = differences(recipe(from, look?.id, role as 'combined'), flat(theirs));
      expect(mean, path).toBeLessThan(0.5);
      expect(max, path).toBeLessThan(2);
    }
  },
);

test('FFmpeg gives the app’s picture by every .cube and every Hald image within ΔE2000 0.5 and 2', () => {
  const files = manifest.files.filter((f) => f.format === 'cube' || f.format === 'hald16');
  expect(files).toHaveLength(12);
  for (const { path, format, from, look, role } of files) {
    const code = codes[from as keyof typeof codes];
    const width = 30;
    const height = Math.floor(code.length / 3 / width);
    const [before, after] = [join(folder, 'in.png'), join(folder, 'out.png')];
    const rgb = code.slice(0, width * height * 3);
    writeFileSync(before, writePng({ width, height, rgb }));
    const lut = join(out, path);
    if (format === 'cube')
      ffmpeg('-i', before, '-vf', `lut3d=file='${lut}':interp=tetrahedral`, '-pix_fmt', 'rgb48be', after);
    else
      ffmpeg(
        '-i',
        before,
        '-i',
        lut,
        '-filter_complex',
        '[0][1]haldclut=interp=tetrahedral',
        '-frames:v',
        '1',
        '-pix_fmt',
        'rgb48be',
        after,
      );
    const theirs = parsePng(readFileSync(after), after).rgb;
    const { mean, max } = differences(
      recipe(from, look?.id, role as 'combined').slice(0, rgb.length),
      theirs,
    );
    expect(mean, path).toBeLessThan(0.5);
    expect(max, path).toBeLessThan(2);
  }
});

describe('the OpenColorIO configuration', () => {
  const config = join(out, 'ocio', 'config.ocio');

  test('passes OpenColorIO’s own check', () => {
    expect(execFileSync('ociocheck', ['--iconfig', config]).toString()).toMatch(/Tests complete\./);
  });

  test('gives each look as a transform of ACES2065-1, in one Common LUT Format file', () => {
    for (const { id, document } of looks) {
      const light = Float32Array.from(codes.heron.subarray(0, 3000));
      compileEnd({ kind: 'scene', profile: heron }, document.rendering).toLight(light);
      const aces = Float32Array.from(light);
      transformBuffer(rgbToRgb(working, ap0), aces);
      const file = join(out, 'ocio', `${id}_aces2065-1.clf`);
      const theirs = flat(ocio({ kind: 'file', path: file, interpolation: 'tetrahedral' }, toPixels(aces)));
      transformBuffer(rgbToRgb(ap0, working), theirs);
      const rendering = compileRendering({ ...document.rendering, ...standardDisplay });
      rendering.run(theirs);
      const ours = recipe('heron', id, 'combined').slice(0, theirs.length);
      const { mean, max } = differences(ours, theirs);
      expect(mean, id).toBeLessThan(0.5);
      expect(max, id).toBeLessThan(2);
    }
  });

  test('gives the app’s picture of both cameras, with each look and without, within ΔE2000 0.5 and 2', () => {
    for (const profile of [heron, wren])
      for (const view of [...looks.map((l) => l.document.name), 'No look']) {
        const code = codes[profile.id as keyof typeof codes];
        const theirs = ocio(
          { kind: 'view', config, from: profile.name, display: 'BT.709, gamma 2.4', view },
          toPixels(code),
        );
        const look = looks.find((l) => l.document.name === view);
        const ours = recipe(profile.id, look?.id, look ? 'combined' : 'conversion');
        const { mean, max } = differences(ours, flat(theirs));
        expect(mean, `${profile.name}, ${view}`).toBeLessThan(0.5);
        expect(max, `${profile.name}, ${view}`).toBeLessThan(2);
      }
  });
});
