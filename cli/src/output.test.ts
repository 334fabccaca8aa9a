import { execFileSync, spawn, spawnSync } from 'node:child_process';
import {
  copyFileSync,
  linkSync,
  lstatSync,
  mkdirSync,
  readFileSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { encode } from 'fast-png';
import { beforeAll, describe, expect, test } from 'vitest';
import { dusk, newFolder, program as main, root } from './testing/dusk.ts';

const { at, folder } = newFolder();

/** Nothing that is there is lost to a command line. */

const bake = ['bake', '--look', 'demo/looks/slack-water.json', '--profile', 'heron', '--grid', '5', '--out'];
const apply = async (out: string, ...more: string[]) =>
  await dusk('apply', '--cube', at('a.cube'), '--in', at('in.png'), '--out', out, ...more);
const bytesOf = (name: string) => readFileSync(at(name)).toString('hex');

beforeAll(async () => {
  const data = new Uint16Array(8 * 6 * 3).map((_, i) => i * 400);
  writeFileSync(at('in.png'), encode({ width: 8, height: 6, data, depth: 16, channels: 3 }));
  expect(await dusk(...bake, at('a.cube'))).toMatchObject({ code: 0, err: '' });
});

describe('what is written over', () => {
  test.each([
    ['the input itself', () => at('in.png')],
    ['the input by another way', () => join(folder, '..', folder.split('/').pop()!, 'in.png')],
    ['the input by a link', () => (symlinkSync(at('in.png'), at('link.png')), at('link.png'))],
    ['the input by its other name', () => (linkSync(at('in.png'), at('hard.png')), at('hard.png'))],
    ['the cube', () => at('a.cube')],
  ])('%s is never replaced, whatever is forced', async (_, out) => {
    const [frame, cube] = [bytesOf('in.png'), bytesOf('a.cube')];
    const done = await apply(out(), '--force');
    expect(done).toMatchObject({ code: 2, out: '' });
    expect(done.err).toMatch(/--out: .* is the input .*; name another file/);
    expect([bytesOf('in.png'), bytesOf('a.cube')]).toEqual([frame, cube]);
  });

  test('a file that is there is replaced only when told to', async () => {
    writeFileSync(at('old.png'), 'precious');
    expect(await apply(at('old.png'))).toMatchObject({
      code: 2,
      err: expect.stringMatching(/--force replaces it/) as string,
    });
    expect(readFileSync(at('old.png'), 'utf8')).toBe('precious');
    expect((await apply(at('old.png'), '--force')).code).toBe(0);
    expect(bytesOf('old.png').slice(0, 8)).toBe('89504e47');
  });

  test('a link stays a link; what it leads to is written', async () => {
    writeFileSync(at('target.png'), 'old');
    symlinkSync(at('target.png'), at('to-target.png'));
    expect((await apply(at('to-target.png'), '--force')).code).toBe(0);
    expect(lstatSync(at('to-target.png')).isSymbolicLink()).toBe(true);
    expect(bytesOf('target.png').slice(0, 8)).toBe('89504e47');
    symlinkSync(at('nowhere'), at('to-nowhere.png'));
    expect((await apply(at('to-nowhere.png'))).err).toMatch(/a link to nothing/);
  });

  test('a pipe stays a pipe, and gets the bytes', async () => {
    execFileSync('mkfifo', [at('pipe')]);
    const reader = spawn('cat', [at('pipe')]);
    let text = '';
    reader.stdout.on('data', (d: Buffer) => (text += d.toString('latin1')));
    const ended = new Promise((done) => reader.on('close', done));
    const writer = spawn(process.execPath, [main, ...bake, at('pipe')], { cwd: root });
    await Promise.all([ended, new Promise((done) => writer.on('close', done))]);
    expect(text).toBe(readFileSync(at('a.cube'), 'latin1'));
    expect(lstatSync(at('pipe')).isFIFO()).toBe(true);
  });

  test('a folder is said to be one', async () => {
    mkdirSync(at('folder'));
    expect(await apply(at('folder'), '--force')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/is a folder; name a file in it/) as string,
    });
  });
});

describe('bad use is a sentence', () => {
  test.each([
    [['inspect', '--cube', at('nothing.cube')], 1, /nothing\.cube: cannot be read: there is no such file/],
    [['inspect', '--cube', folder], 1, /cannot be read: it is a folder/],
    [[...bake, join(folder, 'none/x.cube')], 1, /cannot be written: there is no such file/],
    [[...bake, at('b.cube'), '--luts', at('none')], 0, /^$/],
    [['inspect', '--cube', at('a.cube'), '--cube', at('a.cube')], 2, /--cube is given twice/],
    [['apply', '--force', '--force'], 2, /--force is given twice/],
  ])('%j', async (args, code, words) => {
    const done = await dusk(...args);
    expect(done.code).toBe(code);
    expect(done.err.split('\nusage:')[0]).toMatch(words);
    expect(done.err).not.toMatch(/\n\s+at |\[\n/);
  });

  test('a look whose LUT folder is missing says so', async () => {
    const look = JSON.parse(readFileSync(join(root, 'demo/looks/slack-water.json'), 'utf8')) as {
      steps: object[];
    };
    look.steps.push({
      id: 'lut',
      type: 'placedLut',
      params: { lut: { sha256: 'a'.repeat(64), name: 'x.cube' } },
    });
    writeFileSync(at('look.json'), JSON.stringify(look));
    const done = await dusk(
      'bake',
      '--look',
      at('look.json'),
      '--profile',
      'heron',
      '--grid',
      '5',
      '--luts',
      at('none'),
      '--out',
      at('c.cube'),
    );
    expect(done).toMatchObject({
      code: 1,
      err: expect.stringMatching(/none: cannot be read: there is no such file/) as string,
    });
  });

  test('a name that is not UTF-8 opens and makes no other file', () => {
    const odd = Buffer.concat([Buffer.from(`${folder}/caf`), Buffer.from([0xe9]), Buffer.from('.cube')]);
    copyFileSync(at('a.cube'), odd);
    // A shell hands such names on as they are.
    const script = `exec "$0" "$1" inspect --cube "$2"/caf$(printf '\\351').cube`;
    const done = spawnSync('sh', ['-c', script, process.execPath, main, folder], { encoding: 'utf8' });
    expect(done).toMatchObject({ status: 2, stdout: '' });
    expect(done.stderr).toMatch(/not UTF-8/);
  });
});
