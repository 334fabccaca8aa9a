import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { record } from '@velvet-dusk/core/camera/sensor';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parseExr } from '@velvet-dusk/core/formats/exr/parse';
import { writePng } from '@velvet-dusk/core/formats/png';
import { readBytes, readProfile } from '../files.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';

const depths = ['8', '10', '12'] as const;
/** What a shot trim could take back. */
const shotLimit = { mired: 150, duv: 0.05 };

export const recordCommand: Command = {
  name: 'record',
  usage:
    '--scene IN.exr --profile FILE|ID --exposure STOPS [--sensitivity N] [--bits 8|10|12] [--mired N] [--duv N] [--seed N] --out OUT.png [--force]',
  summary: 'records a scene-linear master through the sensor stand-in as a log frame',
  async run(args) {
    const names = ['scene', 'profile', 'exposure', 'sensitivity', 'bits', 'mired', 'duv', 'seed', 'out'];
    const options = new Arguments(args, names, ['force']);
    const sceneFile = options.text('scene');
    const out = await options.output('out', [sceneFile]);
    const exposure = options.number('exposure', 0, -12, 12);
    const sensitivity = options.optional('sensitivity')
      ? options.number('sensitivity', 0, 1, 1e6)
      : undefined;
    const seed = options.number('seed', 1, 0, 2 ** 32 - 1);
    const balance = {
      mired: options.number('mired', 0, -shotLimit.mired, shotLimit.mired),
      duv: options.number('duv', 0, -shotLimit.duv, shotLimit.duv),
    };
    const bits = options.optional('bits') && options.choice('bits', depths);
    const bitDepth = bits ? (Number(bits) as 8 | 10 | 12) : undefined;
    const codec = makeCodec(await readProfile(options.text('profile')));
    const scene = parseExr(await readBytes(sceneFile), sceneFile);
    // A file that states no primaries means BT.709.
    const space = scene.space ? { ...bt709, ...scene.space } : bt709;
    const rgb = record(scene.rgb, space, codec, { exposure, sensitivity, seed, balance, bitDepth });
    await out.write(writePng({ ...scene, rgb }));
  },
};
