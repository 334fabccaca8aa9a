import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { decode, encode } from 'fast-png';
import { beforeAll, describe, expect, test } from 'vitest';
import { dusk, duskProcess, json, newFolder } from './testing/dusk.ts';

const { at } = newFolder();

const look = 'demo/looks/slack-water.json';

beforeAll(async () => {
  const data = new Uint16Array(40 * 30 * 3).map((_, i) => (i * 7919) % 65536);
  writeFileSync(at('in.png'), encode({ width: 40, height: 30, data, depth: 16, channels: 3 }));
  const bake = ['bake', '--look', look, '--profile', 'heron', '--grid', '17'];
  expect((await dusk(...bake, '--role', 'combined', '--out', at('look.cube'))).code).toBe(0);
});

describe('numbers', () => {
  test('encode and decode answer as documented', async () => {
    expect(
      (await json('encode', '--profile', 'acescct', '--values', '0.18,-0.001', '--json')).code[0],
    ).toBeCloseTo(0.4135884, 6);
    expect(await json('decode', '--profile', 'bt709', '--values', '0.1,0.4,0.7', '--json')).toEqual({
      linear: [
        expect.closeTo(((0.1 + 0.099) / 1.099) ** (1 / 0.45), 9),
        expect.any(Number),
        expect.any(Number),
      ],
    });
  });

  test('the profile table has stops −8…+8 and four reflectances', async () => {
    const table = (await json('profile', '--profile', 'heron', '--table', '--json')) as unknown as {
      stops: { stops: number; code: number; code10: number; percent: number }[];
      reflectances: { reflectance: number; code10: number }[];
    };
    expect(table.stops.map((r) => r.stops)).toEqual(Array.from({ length: 17 }, (_, i) => i - 8));
    expect(table.reflectances.map((r) => r.reflectance)).toEqual([0, 2, 18, 90]);
    expect(table.reflectances[2].code10).toBeCloseTo(408.27, 1);
    expect((await dusk('profile', '--profile', 'demo/profiles/heron.json', '--table')).out).toContain('18 %');
  });
});

test('as users start it, it ends with the same codes and says the same on the same streams', async () => {
  for (const words of [['encode', '--help'], ['inspect', '--cube', at('nowhere.cube')], ['grade']])
    expect(duskProcess(...words)).toEqual(await dusk(...words));
});

describe('profiles from other formats', () => {
  test('a CLF written here is read back, under another name, as the same curve', async () => {
    expect((await dusk('profile', '--profile', 'heron', '--clf', at('heron.clf'))).code).toBe(0);
    const read = ['profile', '--import', at('heron.clf'), '--out', at('mine.json'), '--name', 'My camera'];
    expect(await dusk(...read)).toMatchObject({ code: 0 });
    const table = async (profile: string) =>
      (await json('profile', '--profile', profile, '--table', '--json')).stops;
    expect(await table(at('mine.json'))).toEqual(await table('heron'));
    expect(JSON.parse(readFileSync(at('mine.json'), 'utf8'))).toMatchObject({ id: 'my-camera' });
  });
  test('what cannot be read is refused and nothing is written', async () => {
    writeFileSync(at('bad.clf'), '<ProcessList>');
    const done = await dusk('profile', '--import', at('bad.clf'), '--out', at('never.json'));
    expect(done).toMatchObject({ code: 1, out: '' });
    expect(done.err).toMatch(/bad\.clf: line 1/);
    expect(existsSync(at('never.json'))).toBe(false);
  });
});

describe('pictures and cubes', () => {
  test('a cube is baked for the display that is named, else for the one an older look was made for', async () => {
    const old = JSON.parse(readFileSync(look, 'utf8')) as { rendering: object };
    const rendering = { ...old.rendering, output: 'srgb', range: 'narrow' };
    writeFileSync(at('old.json'), JSON.stringify({ ...old, schemaVersion: 2, rendering }));
    const bake = async (...words: string[]) => {
      const out = at('display.cube');
      const all = ['--profile', 'heron', '--grid', '5', '--out', out, '--force', ...words];
      expect(await dusk('bake', ...all)).toMatchObject({ code: 0 });
      return readFileSync(out, 'utf8');
    };
    expect(await bake('--look', look)).toContain('# output: bt1886, full range');
    expect(await bake('--look', look, '--output', 'srgb')).toContain('# output: srgb, full range');
    const asMade = await bake('--look', at('old.json'));
    expect(asMade).toContain('# output: srgb, narrow range');
    expect(asMade).toBe(await bake('--look', look, '--output', 'srgb', '--range', 'narrow'));
    expect(await dusk('bake', '--look', look, '--output', 'wall', '--out', at('x.cube'))).toMatchObject({
      code: 2,
    });
  });

  test('apply takes 8 and 16 bits and writes 16; strength 0 gives the input back', async () => {
    const out = at('out.png');
    expect(
      await dusk('apply', '--cube', at('look.cube'), '--in', at('in.png'), '--out', out, '--strength', '0'),
    ).toMatchObject({ code: 0 });
    expect(decode(readFileSync(out)).data).toEqual(decode(readFileSync(at('in.png'))).data);
    writeFileSync(
      at('in8.png'),
      encode({ width: 2, height: 1, data: new Uint8Array([0, 128, 255, 10, 20, 30]), depth: 8, channels: 3 }),
    );
    expect(
      (
        await dusk(
          'apply',
          '--cube',
          at('look.cube'),
          '--in',
          at('in8.png'),
          '--out',
          out,
          '--interpolation',
          'trilinear',
          '--force',
        )
      ).code,
    ).toBe(0);
    expect(decode(readFileSync(out))).toMatchObject({ depth: 16, width: 2, height: 1 });
  });

  test('--help after a command says how it is used', async () => {
    for (const name of ['bake', 'apply', 'inspect', 'profile', 'record', 'decode', 'encode']) {
      const done = await dusk(name, '--help');
      expect(done).toMatchObject({ code: 0, err: '' });
      expect(done.out).toMatch(new RegExp(`^usage: dusk ${name} --`));
    }
  });

  test('inspect reads what bake wrote', async () => {
    const report = (await json('inspect', '--cube', at('look.cube'), '--json')) as unknown as {
      size: number;
      title: string;
      sha256: string;
    };
    expect(report).toMatchObject({ size: 17, type: '3d', title: 'Slack Water - Heron log - combined 17' });
    expect(report.sha256).toMatch(/^[0-9a-f]{64}$/);
  });

  test('record gives the same frame for the same seed', async () => {
    const args = [
      'record',
      '--scene',
      'demo/plates/quay-blue-hour.exr',
      '--profile',
      'heron',
      '--exposure',
      '-1.3',
      '--sensitivity',
      '3200',
      '--seed',
      '5',
    ];
    expect((await dusk(...args, '--out', at('a.png'))).code).toBe(0);
    expect((await dusk(...args, '--out', at('b.png'))).code).toBe(0);
    expect(readFileSync(at('a.png')).equals(readFileSync(at('b.png')))).toBe(true);
  });
});

describe('bad input: exit 1 for a bad file, 2 for bad use, always a message and never half a file', () => {
  const cube = () => readFileSync(at('look.cube'), 'utf8').split('\n');
  const write = (name: string, data: string | Uint8Array) => {
    writeFileSync(at(name), data);
    return at(name);
  };
  const png = () => readFileSync(at('in.png'));
  const apply = (input: string) => [
    'apply',
    '--cube',
    at('look.cube'),
    '--in',
    input,
    '--out',
    at('never.png'),
  ];
  const bake = (lookFile: string, ...rest: string[]) => [
    'bake',
    '--look',
    lookFile,
    '--profile',
    'heron',
    '--out',
    at('never.cube'),
    ...rest,
  ];

  test.each<[string, () => string[], number, RegExp]>([
    [
      'a truncated PNG',
      () => apply(write('cut.png', png().subarray(0, 900))),
      1,
      /cut\.png: byte 900: truncated/,
    ],
    [
      'a text file named .png',
      () => apply(write('text.png', 'not a picture')),
      1,
      /text\.png: byte 0: not a PNG/,
    ],
    [
      'a missing file',
      () => apply(at('nowhere.png')),
      1,
      /nowhere\.png: cannot be read: there is no such file/,
    ],
    [
      'a cube with a NaN',
      () => ['inspect', '--cube', write('nan.cube', cube().with(20, 'nan 0 0').join('\n'))],
      1,
      /nan\.cube: line 21, column 1: .*nan/,
    ],
    [
      'a cube with a wrong count',
      () => ['inspect', '--cube', write('short.cube', cube().slice(0, 500).join('\n'))],
      1,
      /short\.cube: line \d+, column 1: the file ends after/,
    ],
    [
      'a cube with a repeated keyword',
      () => ['inspect', '--cube', write('twice.cube', `LUT_3D_SIZE 17\n${cube().join('\n')}`)],
      1,
      /twice\.cube: line 12, column 1: LUT_3D_SIZE stands a second time/,
    ],
    [
      '300 lines of junk',
      () => ['inspect', '--cube', write('junk.cube', 'junk\n'.repeat(300))],
      1,
      /junk\.cube: line 1, column 1/,
    ],
    [
      'a look of another schema',
      () => bake(write('future.json', JSON.stringify({ kind: 'velvet-dusk/look', schemaVersion: 7 }))),
      1,
      /future\.json: schemaVersion: .*7/,
    ],
    [
      'a look that is not JSON',
      () => bake(write('broken.json', '{"a":\n]')),
      1,
      /broken\.json: line 2, column 1: not JSON/,
    ],
    [
      'an unknown profile',
      () => ['profile', '--profile', 'gannet', '--table'],
      2,
      /no profile "gannet"; known are acescc, acescct/,
    ],
    ['a missing option', () => ['bake', '--look', look], 2, /--out is needed/],
    ['an unknown option', () => ['inspect', '--cube', at('look.cube'), '--wat'], 2, /--wat/],
    ['a grid out of range', () => bake(look, '--grid', '300'), 2, /--grid: 300 is not between 2 and 129/],
    [
      'an offset for a role that takes none',
      () => bake(look, '--offset', '2'),
      2,
      /--offset: the role combined has no use/,
    ],
    [
      'a look left out of a trim',
      () => bake(look, '--role', 'trim', '--without-look'),
      2,
      /--without-look: only a monitor/,
    ],
    ['no other camera', () => bake(look, '--role', 'camera-to-camera'), 2, /--to is needed/],
    [
      'an offset beyond any',
      () => bake(look, '--role', 'trim', '--offset', '90'),
      2,
      /--offset: 90 is not between/,
    ],
    ['a role that is not one', () => bake(look, '--role', 'magic'), 2, /--role: one of combined, conversion/],
    [
      'a number that is not one',
      () => ['decode', '--profile', 'heron', '--values', '0.1,x'],
      2,
      /"x" is not a number/,
    ],
    ['an unknown command', () => ['grade'], 2, /no command "grade"/],
    ['no command', () => [], 2, /Usage/],
  ])('%s', async (_, args, code, message) => {
    const done = await dusk(...args());
    expect(done).toMatchObject({ code, out: '' });
    expect(done.err).toMatch(message);
    expect(done.err).not.toMatch(/\n\s+at /);
    expect(existsSync(at('never.png')) || existsSync(at('never.cube'))).toBe(false);
  });
});
