import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { standardProfiles } from '@velvet-dusk/core/camera/standard/index';
import { gridLines, writeClf } from '@velvet-dusk/core/formats/clf/write';
import { writeCsp } from '@velvet-dusk/core/formats/csp';
import { writeCube } from '@velvet-dusk/core/formats/cubeWrite';
import { writeSpi3d } from '@velvet-dusk/core/formats/spi3d';
import { writeThreeDl } from '@velvet-dusk/core/formats/threeDl';
import { startingLooks } from '@velvet-dusk/core/inspect/identify/knownLooks';
import { reportLut } from '@velvet-dusk/core/inspect/report/report';
import { lookFrom, startingPoints } from '@velvet-dusk/core/look/startingPoints';
import { lutOf } from '@velvet-dusk/core/lut/lut';
import { bake } from '@velvet-dusk/core/order/bake';
import { exportRoleIds } from '@velvet-dusk/core/order/roles/index';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { readProfile } from '../files.ts';
import { median, medianTime } from './measure.ts';

export interface InspectionFigure {
  work: string;
  /** Milliseconds, the median of several. */
  ms: number;
  goal: string;
}

const cameras = ['heron', 'wren', 'plover', 'curlew'];
const folderFiles = 100;
const runs = 3;
const source = (file: string) => fileURLToPath(new URL(file, import.meta.url));

/** A hundred files as a maker hands them out: looks, cameras, roles, all at 33 points. */
async function fillFolder(folder: string): Promise<void> {
  mkdirSync(folder);
  const profiles = await Promise.all(cameras.map(readProfile));
  for (let i = 0; i < folderFiles; i++) {
    const { id } = startingPoints[i % startingPoints.length];
    const cube = bake({
      role: exportRoleIds[i % exportRoleIds.length],
      profile: profiles[i % profiles.length],
      look: lookFrom(id, id),
      display: standardDisplay,
      grid: 33,
    });
    writeFileSync(join(folder, `${i}.cube`), writeCube({ ...cube, title: '', comments: [] }));
  }
}

/** Files of about ten megabytes in every text format, each with its last row spoilt. */
async function spoiltFiles(folder: string): Promise<string[]> {
  const cube = bake({
    role: 'conversion',
    profile: await readProfile('heron'),
    look: lookFrom('neutral', 'neutral'),
    display: standardDisplay,
    grid: 73,
  });
  const texts = {
    cube: writeCube(cube),
    spi3d: writeSpi3d(cube),
    '3dl': writeThreeDl(cube),
    csp: writeCsp({ grid: cube }),
    clf: writeClf({
      id: 'a',
      name: 'a',
      description: '',
      inputDescriptor: '',
      outputDescriptor: '',
      nodes: [gridLines(cube)],
    }),
  };
  return Object.entries(texts).map(([ending, text]) => {
    const file = join(folder, `spoilt.${ending}`);
    const at = text.lastIndexOf('\n', text.length - (ending === 'clf' ? 120 : 20));
    writeFileSync(file, `${text.slice(0, at)}\nnothing at all\n${text.slice(at + 12)}`);
    return file;
  });
}

/** Reading a spoilt file: milliseconds for ten megabytes, and how many times its size the process grew by. */
function readSpoilt(file: string) {
  const words = ['--import', import.meta.resolve('tsx'), source('readOne.ts'), file];
  const answers = Array.from(
    { length: runs },
    () =>
      JSON.parse(execFileSync(process.execPath, words, { encoding: 'utf8' })) as {
        ms: number;
        grown: number;
        size: number;
      },
  );
  return {
    ms: median(answers.map((a) => (a.ms / a.size) * 10)),
    times: median(answers.map((a) => a.grown / a.size)),
    size: answers[0].size,
  };
}

export async function inspectionFigures(folder: string): Promise<InspectionFigure[]> {
  const profiles = [...standardProfiles, ...(await Promise.all(cameras.map(readProfile)))];
  const figures: InspectionFigure[] = [];
  for (const [grid, goal] of [
    [33, 300],
    [65, 1500],
  ] as const) {
    const look = lookFrom('late-sun', 'Late sun');
    const lut = lutOf(bake({ role: 'combined', profile: profiles[9], look, display: standardDisplay, grid }));
    figures.push({
      work: `everything that is said of one cube of ${grid}³`,
      ms: await medianTime(() => reportLut(lut, profiles, startingLooks())),
      goal: `${goal} ms`,
    });
  }
  const list = join(folder, 'maker');
  await fillFolder(list);
  const words = [
    '--import',
    import.meta.resolve('tsx'),
    source('../main.ts'),
    'inspect',
    '--lut',
    list,
    '--json',
  ];
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    execFileSync(process.execPath, words, { maxBuffer: 1 << 28 });
    times.push(performance.now() - start);
  }
  figures.push({
    work: `a folder of ${folderFiles} at 33³ on the command line, one thread, starting included`,
    ms: median(times),
    goal: '20 s',
  });
  for (const file of await spoiltFiles(folder)) {
    const { ms, times: grown, size } = readSpoilt(file);
    const ending = file.split('.').pop();
    figures.push({
      work: `refusing a .${ending} of ${size.toFixed(1)} MB, spoilt in its last row, for each 10 MB; the process grew by ${grown.toFixed(1)} times its size`,
      ms,
      goal: '1 s, 10 times',
    });
  }
  return figures;
}
