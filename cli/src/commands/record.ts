import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { record } from '@velvet-dusk/core/camera/sensor';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parseExr } from '@velvet-dusk/core/formats/exr';
import { writePng } from '@velvet-dusk/core/formats/png';
import { readBytes, readProfile, writeWhole } from '../files.ts';
import { Arguments } from '../options.ts';
import type { Command } from './command.ts';

export const recordCommand: Command = {
  name: 'record',
  usage: '--scene IN.exr --profile FILE|ID --exposure STOPS [--sensitivity N] [--seed N] --out OUT.png',
  summary: 'records a scene-linear BT.709 master through the sensor stand-in as a log frame',
  async run(args) {
    const options = new Arguments(args, ['scene', 'profile', 'exposure', 'sensitivity', 'seed', 'out']);
    const sceneFile = options.text('scene');
    const out = options.text('out');
    const exposure = options.number('exposure', 0, -12, 12);
    const sensitivity = options.optional('sensitivity')
      ? options.number('sensitivity', 0, 1, 1e6)
      : undefined;
    const seed = options.number('seed', 1, 0, 2 ** 32 - 1);
    const codec = makeCodec(await readProfile(options.text('profile')));
    const scene = parseExr(await readBytes(sceneFile), sceneFile);
    const rgb = record(scene.rgb, bt709, codec, { exposure, sensitivity, seed });
    await writeWhole(out, writePng({ ...scene, rgb }));
  },
};
