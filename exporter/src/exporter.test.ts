import { execFileSync, spawn, spawnSync } from 'node:child_process';
import {
  createWriteStream,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  readlinkSync,
  rmSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import yazl from 'yazl';
import { describe, expect, test } from 'vitest';
import type { Pack } from '@velvet-dusk/core/pack/document';
import { packedFormats } from '@velvet-dusk/core/formats/lutFormats/index';
import { proveFile } from '@velvet-dusk/core/pack/proof';
import { compileBake } from '@velvet-dusk/core/order/bake';
import { parseSpec, writeSpec } from '@velvet-dusk/core/pack/spec';
import { planPack } from '@velvet-dusk/core/pack/plan';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import { exportPack } from './exportPack.ts';
import { workFolder } from './workPlace.ts';
import { filesBelow } from './finish.ts';
import { exportShard, mergeShards } from './shard.ts';
import { startWorkshop } from './testing/workshop.ts';
import { contents, read, smallSpec } from './testing/smallSpec.ts';
import { verifyPack } from './verify.ts';

const workshop = startWorkshop('exporter');
const { folder, at } = workshop;

const spec = smallSpec();
test('a pack is made whole, and sha256sum and verify say so', async () => {
  const manifest = await exportPack(spec, at('one'), { threads: workshop.threads });
  expect(manifest.files).toHaveLength(2 + 4 + 4 + 8);
  expect(existsSync(workFolder(at('one')))).toBe(false);
  execFileSync('sha256sum', ['--quiet', '-c', 'checksums.sha256'], { cwd: at('one') });
  expect(await verifyPack(at('one'))).toMatchObject({ files: 18, problems: [] });
  // The figures of each file are those that are measured on that file, by what its name stands for.
  const plan = planPack(spec.pack, spec);
  for (const { path, proof, grid } of manifest.files) {
    const { planned, format } = plan.files.find((f) => f.path === path)!;
    const cube = packedFormats[format as keyof typeof packedFormats].read(
      readFileSync(join(at('one'), path)),
      path,
    );
    expect(cube.size).toBe(grid);
    const measured = proveFile(cube, compileBake(planned.order), planned.lut, {
      interpolation: proof!.interpolation,
      rereadError: 0,
    });
    expect(proof!.samples, path).toBe(measured.samples);
    for (const figure of ['mean', 'p99', 'max'] as const)
      expect(proof![figure], `${path}, ${figure}`).toBeCloseTo(measured[figure], 4);
  }
  const means = new Set(manifest.files.map((f) => f.proof!.mean));
  expect(means.size).toBeGreaterThan(4);
});

test('the same pack twice is the same to the byte, its zip as well, and made again from its own spec', async () => {
  const own = parseSpec(read(join(at('one'), 'pack-spec.json')), 'own');
  await exportPack(own, at('two'), { threads: workshop.threads });
  expect(await contents(at('two'))).toEqual(await contents(at('one')));
  await Promise.all([
    exportPack(spec, at('a.zip'), { threads: workshop.threads }),
    exportPack(spec, at('b.zip'), { threads: workshop.threads }),
  ]);
  expect(readFileSync(at('a.zip')).equals(readFileSync(at('b.zip')))).toBe(true);
  execFileSync('unzip', ['-tq', at('a.zip')]);
  expect(await verifyPack(at('a.zip'))).toMatchObject({ problems: [] });
});

describe('a name for an export', () => {
  const refusedAs = (out: string, words: RegExp) =>
    expect(exportPack(spec, out, { threads: workshop.threads })).rejects.toThrow(words);

  test('that is taken by a file, a folder, or a link to nothing is refused, and nothing of it is touched', async () => {
    symlinkSync(at('nowhere'), at('dangling'));
    await refusedAs(at('dangling'), /dangling is a link/);
    expect(readlinkSync(at('dangling'))).toBe(at('nowhere'));
    writeFileSync(at('letter'), 'mine');
    await refusedAs(at('letter'), /letter is there already/);
    expect(readFileSync(at('letter'), 'utf8')).toBe('mine');
  });

  test('beside which somebody’s own ".unfinished" or ".part" stands is refused, or leaves those alone', async () => {
    mkdirSync(at('mine.unfinished/files'), { recursive: true });
    writeFileSync(at('mine.unfinished/files/diary.txt'), 'mine');
    await refusedAs(at('mine'), /mine\.unfinished is there already.*Delete or rename it/);
    expect(readFileSync(at('mine.unfinished/files/diary.txt'), 'utf8')).toBe('mine');
    writeFileSync(at('other.unfinished'), 'mine');
    await refusedAs(at('other'), /other\.unfinished is there already/);
    expect(readFileSync(at('other.unfinished'), 'utf8')).toBe('mine');
    // Somebody's own journal, and unfinished work of ours with something of theirs in it.
    mkdirSync(at('third.unfinished'));
    writeFileSync(at('third.unfinished/journal.ndjson'), '{"dear":"diary"}\n');
    await refusedAs(at('third'), /third\.unfinished is there already/);
    expect(readdirSync(at('third.unfinished'))).toEqual(['journal.ndjson']);
    writeFileSync(at('third.unfinished/journal.ndjson'), `{"spec":"${'ab'.repeat(32)}"}\n`);
    writeFileSync(at('third.unfinished/diary.txt'), 'mine');
    await refusedAs(at('third'), /third\.unfinished is there already/);
    expect(readFileSync(at('third.unfinished/diary.txt'), 'utf8')).toBe('mine');

    writeFileSync(at('victim'), 'mine');
    symlinkSync(at('victim'), at('night.zip.part'));
    await exportPack(spec, at('night.zip'), { threads: workshop.threads });
    expect(readFileSync(at('victim'), 'utf8')).toBe('mine');
    expect(readlinkSync(at('night.zip.part'))).toBe(at('victim'));
  });
});

test('a shard that names files outside it, or holds a flipped bit, is refused, and nothing is written elsewhere', async () => {
  await exportShard(spec, at('whole'), { threads: workshop.threads, shard: { index: 1, count: 1 } });
  const merge = (out: string) => mergeShards([at('whole')], at(out), { threads: workshop.threads });
  type Record = { files: { path: string; sha256: string }[] };
  const record = JSON.parse(readFileSync(at('whole/shard.json'), 'utf8')) as Record;
  const [first] = record.files;
  writeFileSync(at('outside.txt'), 'mine');
  for (const path of ['../outside.txt', '../../../escaped.txt', at('outside.txt')]) {
    const files = [{ ...first, path }, ...record.files.slice(1)];
    writeFileSync(at('whole/shard.json'), JSON.stringify({ ...record, files }));
    await expect(merge('led-out'), path).rejects.toThrow(/outside it|no such file/);
    expect(readFileSync(at('outside.txt'), 'utf8')).toBe('mine');
  }
  writeFileSync(at('whole/shard.json'), JSON.stringify(record));
  const bytes = readFileSync(at(`whole/${first.path}`));
  bytes[bytes.length >> 1] ^= 1;
  writeFileSync(at(`whole/${first.path}`), bytes);
  await expect(merge('flipped')).rejects.toThrow(/is not what the shard made.*Make that shard again/);
  expect(existsSync(at('flipped'))).toBe(false);
});

test('a zip with two entries of one name is refused: neither vanishes unsaid', async () => {
  const zip = new yazl.ZipFile();
  for (const text of ['one', 'two']) zip.addBuffer(Buffer.from(text), 'Pack/manifest.json');
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(at('twice.zip')));
  await expect(verifyPack(at('twice.zip'))).rejects.toThrow(/two entries are called Pack\/manifest\.json/);
});

test('shards merge to the same bytes; a missing one and one of another pack are named', async () => {
  for (const index of [1, 2, 3])
    await exportShard(spec, at(`shard-${index}`), { threads: workshop.threads, shard: { index, count: 3 } });
  await expect(
    mergeShards([at('shard-1'), at('shard-3')], at('merged'), { threads: workshop.threads }),
  ).rejects.toThrow(/shard 2 of 3 is missing/);
  const other = smallSpec((pack) => ({ ...pack, name: 'Other' }));
  await exportShard(other, at('stranger'), { threads: workshop.threads, shard: { index: 2, count: 3 } });
  await expect(
    mergeShards([at('shard-1'), at('stranger'), at('shard-3')], at('merged'), { threads: workshop.threads }),
  ).rejects.toThrow(/stranger is no shard of the same pack/);
  await mergeShards(
    [3, 1, 2].map((i) => at(`shard-${i}`)),
    at('merged'),
    { threads: workshop.threads },
  );
  expect(await contents(at('merged'))).toEqual(await contents(at('one')));
});

test('the guide is on paper, too: every file and every look, and nothing of when it was made', () => {
  const path = join(at('one'), 'guide.pdf');
  const text = execFileSync('pdftotext', ['-raw', path, '-']).toString().replace(/\s+/g, '');
  for (const { look } of (read(join(at('one'), 'manifest.json')) as Manifest).files)
    if (look) expect(text).toContain(look.name.replace(/\s+/g, ''));
  // Files that fail the accuracy check are named at its head already.
  const [head, list] = text.split('Keepinmind');
  expect(head).toMatch(/Accuracycheckof\d+files:\d+fail/);
  expect([...list.matchAll(/combined_(9|17)\.cube/g)]).toHaveLength(8);
  expect(execFileSync('pdfinfo', [path]).toString()).toMatch(/CreationDate:\s+Thu Jan\s+1 .*1970/);
});

describe('verify finds', () => {
  const spoilt = async (spoil: (folder: string, cube: string) => void) => {
    const copy = mkdtempSync(join(folder, 'spoilt-'));
    cpSync(at('one'), copy, { recursive: true });
    const editor = join(copy, 'Editor', 'heron');
    spoil(copy, join(editor, readdirSync(editor)[0]));
    return (await verifyPack(copy)).problems.join('\n');
  };

  test('a changed number', async () => {
    const found = await spoilt((_, cube) =>
      writeFileSync(cube, readFileSync(cube, 'utf8').replace(/\n0\.(\d)/, '\n0.9$1')),
    );
    expect(found).toMatch(/Editor\/heron\/.*checksum is not the one listed/);
  });
  test('a file that is cut short, one that is missing and one that is added', async () => {
    expect(await spoilt((_, cube) => truncateSync(cube, 2000))).toMatch(/line \d+/);
    expect(await spoilt((_, cube) => rmSync(cube))).toMatch(/it is missing/);
    expect(await spoilt((copy) => writeFileSync(join(copy, 'more.txt'), 'x'))).toMatch(
      /more\.txt: it is in no list/,
    );
  });
});

describe('what cannot be exported is refused before anything is made', () => {
  const refused = (change: (pack: Pack) => Pack) =>
    exportPack(smallSpec(change), at('refused'), { threads: workshop.threads });

  test('names that are one, a look that is gone, an empty pack', async () => {
    await expect(
      refused((pack) => ({ ...pack, names: { ...pack.names, tokens: ['look'] } })),
    ).rejects.toThrow(/another file has this name/);
    // A name given by hand that leads out of the folder.
    const key = planPack(spec.pack, spec).files[0].id;
    await expect(refused((pack) => ({ ...pack, renamed: { [key]: '../../out.cube' } }))).rejects.toThrow(
      /"\/" is not allowed/,
    );
    await expect(
      refused((pack) => ({ ...pack, cells: [{ ...pack.cells[0], lookId: 'gone' }] })),
    ).rejects.toThrow(/"gone" is not there/);
    await expect(refused((pack) => ({ ...pack, cells: [] }))).rejects.toThrow(/no file is planned/);
    expect(existsSync(at('refused'))).toBe(false);
    expect(existsSync(workFolder(at('refused')))).toBe(false);
  });

  test('a place that is taken', async () => {
    await expect(exportPack(spec, at('one'), { threads: workshop.threads })).rejects.toThrow(
      /is there already/,
    );
  });
});

test('cancelled, nothing stands under its name, and going on redoes nothing', async () => {
  const controller = new AbortController();
  const out = at('cancelled');
  const stopAt = (done: number) => done >= 6 && controller.abort();
  await expect(
    exportPack(spec, out, {
      threads: workshop.threads,
      signal: controller.signal,
      onProgress: ({ done }) => stopAt(done),
    }),
  ).rejects.toThrow(/abort/i);
  expect(existsSync(out)).toBe(false);
  const begun: number[] = [];
  await exportPack(spec, out, { threads: workshop.threads, onProgress: ({ done }) => begun.push(done) });
  expect(begun[0]).toBeGreaterThanOrEqual(6);
  expect(await contents(out)).toEqual(await contents(at('one')));
});

test('a disk that takes no more is said, leaves nothing under a name, and is gone on from', async () => {
  const file = at('limited.json');
  const out = at('limited');
  writeFileSync(file, JSON.stringify(writeSpec(spec)));
  const words = ['.build/dusk.mjs', 'pack', '--spec', file, '--out', out];
  // No file may grow over 60 kB, which those of 17 points do.
  const limited = spawnSync('sh', ['-c', 'ulimit -f 120; exec "$@"', 'sh', process.execPath, ...words], {
    encoding: 'utf8',
  });
  expect(limited.status).toBe(1);
  expect(limited.stderr).toMatch(/cannot be written: the file is larger than is allowed/);
  expect(existsSync(out)).toBe(false);
  for (const path of await filesBelow(workFolder(out))) expect(path).not.toMatch(/17\.cube$/);
  expect(spawnSync(process.execPath, words).status).toBe(0);
  expect(await contents(out)).toEqual(await contents(at('one')));
});

/** Can a file system of a test's own be mounted here? Root may where the machine lets it. */
const canMount = spawnSync('unshare', ['-m', 'mount', '-t', 'tmpfs', 'none', '/mnt']).status === 0;
/** Runs a script of the shell, with file systems of its own where they can be had. @param words $1, $2 … of it. */
const inShell = (script: string, words: string[]) => {
  const shell = ['sh', '-c', script, 'sh', ...words];
  const [command, ...args] = canMount ? ['unshare', '-m', ...shell] : shell;
  return spawnSync(command, args, { encoding: 'utf8' });
};

test('a full disk is said, keeps what is whole, and is gone on from once there is room', async () => {
  const file = at('full.json');
  writeFileSync(file, JSON.stringify(writeSpec(spec)));
  const disk = mkdtempSync(join(folder, 'disk-'));
  // One shell, so that the disk lives on while it is filled, made larger and filled again. Without a disk of its own, a limit on files.
  const [small, large] = canMount
    ? ['mount -t tmpfs -o size=700k none "$1"', 'mount -o remount,size=40m "$1"']
    : ['ulimit -S -f 120', 'ulimit -S -f unlimited'];
  const script = `
    ${small} || exit 90
    "$2" .build/dusk.mjs pack --spec "$3" --out "$1/pack"; echo "first $?"; ls "$1"
    ${large} || exit 91
    "$2" .build/dusk.mjs pack --spec "$3" --out "$1/pack" --json > /dev/null; echo "second $?"; ls "$1"
    cp -r "$1/pack" "$4"`;
  const done = inShell(script, [disk, process.execPath, file, at('full')]);
  expect(done.stdout).toBe('first 1\npack.unfinished\nsecond 0\npack\n');
  expect(done.stderr).toMatch(/cannot be written: the (disk is full|file is larger than is allowed)/);
  expect(await contents(at('full'))).toEqual(await contents(at('one')));
});

test('a folder that may not be written to is said, and nothing is left in it', () => {
  // Rights are no hindrance to root: a file system that is only read is, or one of the kernel's own.
  const locked = process.getuid!() === 0 && !canMount ? '/sys' : mkdtempSync(join(folder, 'locked-'));
  const file = at('locked.json');
  writeFileSync(file, JSON.stringify(writeSpec(spec)));
  const lock = canMount ? 'mount -t tmpfs -o ro none "$1"' : '[ "$1" = /sys ] || chmod 555 "$1"';
  const script = `${lock} || exit 90; exec "$2" .build/dusk.mjs pack --spec "$3" --out "$1/pack"`;
  const done = inShell(script, [locked, process.execPath, file]);
  expect(done.status).toBe(1);
  expect(done.stderr).toMatch(/cannot be written: (its rights do not allow it|the disk can only be read)/);
  expect(readdirSync(locked).filter((f) => f.startsWith('pack'))).toEqual([]);
});

test('a place that is no folder is said, and nothing is left beside it', async () => {
  writeFileSync(at('file'), '');
  await expect(exportPack(spec, join(at('file'), 'pack'), { threads: workshop.threads })).rejects.toThrow(
    /ENOTDIR|not a directory/,
  );
});

test('killed ten times at random moments, it goes on and is whole', { timeout: 240_000 }, async () => {
  const file = at('spec.json');
  const out = at('killed');
  writeFileSync(file, JSON.stringify(writeSpec(spec)));
  const start = () =>
    spawn(process.execPath, ['.build/dusk.mjs', 'pack', '--spec', file, '--out', out], { stdio: 'ignore' });
  for (let n = 0; n < 10; n++) {
    const child = start();
    const ended = new Promise((resolve) => child.on('exit', resolve));
    const wait = 400 + Math.random() * 1800;
    await Promise.race([ended, new Promise((resolve) => setTimeout(resolve, wait))]);
    child.kill('SIGKILL');
    await ended;
    if (existsSync(out)) break;
  }
  if (!existsSync(out)) await new Promise((resolve) => start().on('exit', resolve));
  expect(await contents(out)).toEqual(await contents(at('one')));
  expect(existsSync(workFolder(out))).toBe(false);
});
