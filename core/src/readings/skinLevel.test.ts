import { expect, test } from 'vitest';
import { makeCodec } from '../camera/codec.ts';
import { record } from '../camera/sensor.ts';
import { bt709 } from '../colour/spaces/index.ts';
import { lookSchema, newLook } from '../look/document.ts';
import { codeToLight } from '../order/end.ts';
import { compilePipeline } from '../order/pipeline.ts';
import { boxOutline } from '../plate/marks.ts';
import { measureArea } from '../plate/measure.ts';
import { exposureForLevel } from '../plate/trim.ts';
import { neutralShot } from '../look/shot.ts';
import { compileRendering, standardRendering } from '../render/rendering.ts';
import { demoScene } from '../testing/demoScenes.ts';
import { onStandard } from '../testing/onStandard.ts';
import { profileOf } from '../testing/profiles.ts';
import { noMarks } from '../recording/areas.ts';
import { usualPractice } from './practice.ts';
import { readingDefinition, takeReading } from './index.ts';

const profile = profileOf('heron');
const rendering = compileRendering(standardRendering);
const codec = makeCodec(profile);
const master = demoScene('heads-and-chart');
const frame = { ...master, rgb: record(master.rgb, bt709, codec, { exposure: 0, seed: 5 }) };
const face = { x0: 0.355, y0: 0.39, x1: 0.4, y1: 0.44 };

test.each([0.4, 0.65])(
  'skin that Plates put at %f is read so before the look, and beside it as the look shows it',
  (asked) => {
    const level = exposureForLevel(
      measureArea(frame, boxOutline(face), codec),
      neutralShot,
      rendering,
      asked,
    );
    if (!('change' in level)) throw new Error(level.refused);
    const shot = { ...neutralShot, ...level.change };
    const darker = lookSchema.parse({
      ...newLook('t'),
      steps: [{ id: 'e', type: 'exposure', params: { stops: -0.7 } }],
    });
    const pipeline = compilePipeline({ profile, look: onStandard(darker), shot });
    const scene = Float32Array.from(frame.rgb);
    codeToLight(profile, shot)(scene);
    const signal = Float32Array.from(scene);
    pipeline.look(signal);
    pipeline.output(signal);
    const context = {
      ...frame,
      signal,
      scene,
      pipeline,
      practice: usualPractice,
      marks: { ...noMarks, skin: [face] },
    };
    const { value, detail } = takeReading(readingDefinition('skinLevel'), context);
    const [under, before] = /luma ([\d.]+) % under the look, ([\d.]+) % before it/.exec(detail)!.slice(1);
    expect(Math.abs(Number(before) - asked * 100)).toBeLessThan(0.3);
    expect(Number(under)).toBeCloseTo(value!, 1);
    expect(Number(under)).toBeLessThan(asked * 100 - 5);
  },
);
