import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
// eslint-disable-next-line no-restricted-imports -- the reference tools are for checks alone; core does not offer them
import { ffmpeg, ocio, temporaryFolder, toPixels } from '../../../core/reference/tools.ts';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { record } from '@velvet-dusk/core/camera/sensor';
import { deltaE2000 } from '@velvet-dusk/core/colour/deltaE2000';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parsePng, writePng } from '@velvet-dusk/core/formats/png';
import { applyCube } from '@velvet-dusk/core/lut/apply';
import { bake, compileBake } from '@velvet-dusk/core/order/bake';
import { figuresOf, holdsProof, labsOf, type ProofFigures, proveCube } from '@velvet-dusk/core/order/proof';
import { packedFormats } from '@velvet-dusk/core/formats/lutFormats/index';
import { describePlanned } from '@velvet-dusk/core/pack/files';
import type { PlannedFile } from '@velvet-dusk/core/pack/plannedFile';
import { planPack } from '@velvet-dusk/core/pack/plan';
import { sparse } from '@velvet-dusk/core/numeric/sparse';
import { demoScene, demoSceneNames } from '@velvet-dusk/core/testing/demoScenes';
import { nightCrewSpec } from '@velvet-dusk/demo/nightCrew';
import type { Attack } from './finding.ts';

/** Formats that LUTs of the demo pack can be written in; a CDL is none of its looks. */
const formats = ['cube', '3dl', 'spi3d', 'clf', 'hald8', 'hald16'] as const;
type Format = (typeof formats)[number];
const pixelsEach = 200;
const width = 24;
/** Enough for a verdict. */
const proofColours = 6000;

/** Pixels of every master as light, then as each camera records them. */
function recorded(planned: PlannedFile['planned']): Float32Array {
  const { profile } = planned.order;
  const parts = demoSceneNames.flatMap((name) => {
    const { rgb, width: w, height } = demoScene(name);
    return [
      ...record(sparse(rgb, w, height, pixelsEach).rgb, bt709, makeCodec(profile), { exposure: 0, seed: 9 }),
    ];
  });
  return Float32Array.from(parts.slice(0, Math.floor(parts.length / 3 / width) * width * 3));
}

/** The codes a file takes: as recorded, or as a conversion shows them. */
function inputOf(planned: PlannedFile['planned'], codes: Float32Array): Float32Array {
  const input = Float32Array.from(codes);
  if (planned.lut.input.kind === 'display') compileBake({ ...planned.order, role: 'conversion' }).run(input);
  return input;
}

/** What another program makes of a file. */
function byOthers(
  format: Format,
  path: string,
  input: Float32Array,
  folder: string,
): Record<string, Float32Array> {
  const height = input.length / 3 / width;
  const [before, after] = [join(folder, 'in.png'), join(folder, 'out.png')];
  const through = (...filter: string[]) => {
    writeFileSync(before, writePng({ width, height, rgb: input }));
    ffmpeg('-i', before, ...filter, '-frames:v', '1', '-pix_fmt', 'rgb48be', after);
    return parsePng(readFileSync(after), after).rgb;
  };
  const hald = format === 'hald8' || format === 'hald16';
  return {
    ...(hald
      ? {
          ffmpeg: through(
            '-i',
            path,
            '-filter_complex',
            '[1]format=rgb48[lut];[0][lut]haldclut=interp=tetrahedral',
          ),
        }
      : {
          ocio: Float32Array.from(
            ocio({ kind: 'file', path, interpolation: 'tetrahedral' }, toPixels(input)).flat(),
          ),
        }),
    ...(format === 'cube' ? { ffmpeg: through('-vf', `lut3d=file='${path}':interp=tetrahedral`) } : {}),
  };
}

interface Measured {
  format: Format;
  role: string;
  program: string;
  /** From the same file applied by the app, and from the exact recipe. */
  fromOurs: ProofFigures;
  fromRecipe: ProofFigures;
  /** Does the proof of this file pass it? */
  isHeld: boolean;
}

function measure(file: PlannedFile, codes: Float32Array, folder: string): Measured[] {
  const { planned } = file;
  const compiled = compileBake(planned.order);
  const labs = labsOf(compiled);
  const input = inputOf(planned, codes);
  const recipe = Float32Array.from(input);
  compiled.run(recipe);
  const exact = labs(recipe);
  const cubes = new Map<number, ReturnType<typeof bake>>();
  return formats.flatMap((format) => {
    const writer = packedFormats[format];
    const grid = writer.grid(planned.order.grid);
    const cube = cubes.get(grid) ?? bake({ ...planned.order, grid });
    cubes.set(grid, cube);
    const path = join(folder, `lut.${format.startsWith('hald') ? 'png' : format}`);
    const bytes = writer.write(cube, describePlanned(planned, 'tetrahedral'));
    writeFileSync(path, bytes);
    const own = Float32Array.from(input);
    applyCube(writer.read(bytes, path), own, 'tetrahedral');
    const ours = labs(own);
    const isHeld = holdsProof(proveCube(cube, compiled, { plates: input, count: proofColours }));
    return Object.entries(byOthers(format, path, input, folder)).map(([program, out]) => {
      const theirs = labs(out);
      const apart = (other: typeof theirs) =>
        figuresOf(Float64Array.from(theirs, (lab, i) => deltaE2000(lab, other[i])));
      return {
        format,
        role: planned.order.role,
        program,
        fromOurs: apart(ours),
        fromRecipe: apart(exact),
        isHeld,
      };
    });
  });
}

const names = { ocio: 'OpenColorIO', ffmpeg: 'FFmpeg' } as Record<string, string>;

/** Every LUT of the demo's pack in every format, through other programs. */
export const otherHandsAttack: Attack = {
  name: 'pack',
  about: 'every LUT of the demo pack, in every format, by OpenColorIO and FFmpeg',
  async run() {
    const spec = nightCrewSpec({ withPlates: false });
    const files = [...new Map(planPack(spec.pack, spec).files.map((f) => [f.planned.key, f])).values()];
    const folder = temporaryFolder();
    mkdirSync(folder, { recursive: true });
    const codes = new Map<string, Float32Array>();
    const measured = files.flatMap((file) => {
      const { id } = file.planned.order.profile;
      const known = codes.get(id) ?? recorded(file.planned);
      codes.set(id, known);
      return measure(file, known, folder);
    });
    rmSync(folder, { recursive: true });
    const groups = [...new Set(measured.map((m) => `${m.format} ${m.program}`))];
    const read = groups.map((group) => {
      const mine = measured.filter((m) => `${m.format} ${m.program}` === group);
      const worst = Math.max(...mine.map((m) => m.fromOurs.max));
      return {
        promise: `${names[mine[0].program]} reads every ${mine[0].format} as we do, within ΔE2000 0.5`,
        figure: `${mine.length} files, ${worst.toFixed(3)} at most`,
        holds: worst < 0.5,
      };
    });
    // Eight bits of a table are a limit of their own.
    const fine = measured.filter((m) => m.format !== 'hald8');
    const far = fine.filter(({ fromRecipe: { mean, max } }) => mean >= 0.5 || max >= 2);
    const untold = far.filter((m) => m.isHeld);
    const worst = {
      mean: Math.max(...far.map((m) => m.fromRecipe.mean)),
      max: Math.max(...far.map((m) => m.fromRecipe.max)),
    };
    const told = {
      promise:
        'what lies further than ΔE2000 0.5 in the mean or 2 at most from the exact recipe is told so by its proof',
      figure: `${far.length} of ${fine.length} lie further, ${untold.length} untold; the worst ${worst.mean.toFixed(2)} in the mean, ${worst.max.toFixed(1)} at most`,
      holds: untold.length === 0,
    };
    return [...read, told];
  },
};
