import { makeCodec } from '../camera/codec.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import { multiply, transformBuffer } from '../colour/matrix.ts';
import { afterMatrix, compileShot } from '../look/shot.ts';
import { shotTables, tableReader } from '../look/shotTables.ts';
import { lightWindows } from '../notes/light.ts';
import { lightingNotes, type ShotNote } from '../notes/note.ts';
import { activeTextures, type Texture, textureKind } from '../texture/index.ts';
import { interleave, type Light, planesOf } from '../texture/light.ts';
import type { RecordedCodes, RecordedFrame } from './recordedFrame.ts';

/** What is put on a picture beside its LUT: what notes of its plate light, and a look's texture. */
export interface Finish {
  notes: readonly ShotNote[];
  texture: Texture;
}

/** What a finish does, one after the other, in the order light meets it: the set, the lens, the film. */
function workOf({ notes, texture }: Finish): { key: string; run(light: Light): void }[] {
  const lighting = lightingNotes(notes);
  return [
    ...lighting.map((note) => ({
      key: `note ${JSON.stringify(note)}`,
      run: (light: Light) => lightWindows([note], light),
    })),
    ...activeTextures(texture).map((id) => ({
      key: `${id} ${JSON.stringify(texture[id])}`,
      run: (light: Light) => textureKind(id).run(texture[id], light),
    })),
  ];
}

/** A picture as it was recorded. */
export type RecordedPicture = RecordedCodes & Pick<RecordedFrame, 'width' | 'height'>;

interface Stage {
  key: string;
  light: Light;
}

/** Pixels up to which the light behind every part of a finish is kept; of larger pictures only the recording's. */
const maxKept = 1_000_000;

/**
 * Camera code with the shot lane and the finish in it, as if the set, the lens and the film had made it: code → working
 * light → trimmed → finished → code, held to 0–1 as a recording is. The look is then applied to it like to any frame.
 * What was worked out for the recording last asked for is kept, so that a change works on from what it changes.
 */
export class FinishedCode {
  private stages: Stage[] = [];
  /** The curve of the recording that the stages are of. */
  private tables: ReturnType<typeof tableReader> | null = null;

  /** A new buffer of interleaved code; the picture is left as it is. @param key stands for all of the picture. */
  of(key: string, picture: RecordedPicture, finish: Finish): Float32Array {
    const { width, height, profile, shot } = picture;
    const codec = makeCodec(profile);
    if (!this.tables || this.stages[0]?.key !== key) {
      this.tables = tableReader(shotTables(profile, shot));
      const rgb = Float32Array.from(picture.code);
      mapBuffer(rgb, this.tables.decode);
      const correction = compileShot(shot);
      transformBuffer(multiply(correction.matrix, codec.toWorking), rgb);
      afterMatrix(correction, rgb);
      this.stages = [{ key, light: planesOf(rgb, width, height) }];
    }
    const { encode } = this.tables;
    const rgb = new Float32Array(picture.code.length);
    interleave(this.run(finish), rgb);
    transformBuffer(codec.fromWorking, rgb);
    mapBuffer(rgb, (x) => Math.min(Math.max(encode(x), 0), 1));
    return rgb;
  }

  /** The light behind all of a finish. */
  private run(finish: Finish): Light {
    const [first] = this.stages;
    const keeps = first.light.planes[0].length <= maxKept;
    const work = workOf(finish);
    const same = work.findIndex(({ key }, i) => this.stages[i + 1]?.key !== key);
    const begun = same < 0 ? work.length : same;
    this.stages.length = begun + 1;
    let { light } = this.stages[begun];
    for (const { key, run } of work.slice(begun)) {
      const [r, g, b] = light.planes;
      light = { ...light, planes: [Float32Array.from(r), Float32Array.from(g), Float32Array.from(b)] };
      run(light);
      if (keeps) this.stages.push({ key, light });
    }
    return light;
  }
}
