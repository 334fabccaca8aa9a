import { makeCodec } from '../camera/codec.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import { multiply, transformBuffer } from '../colour/matrix.ts';
import { afterMatrix, compileShot } from '../look/shot.ts';
import { shotTables, tableReader } from '../look/shotTables.ts';
import { activeTextures, type Texture, type TextureId, textureKind } from '../texture/index.ts';
import { interleave, type Light, planesOf } from '../texture/light.ts';
import type { RecordedCodes, RecordedFrame } from './recordedFrame.ts';

/** A picture as it was recorded. */
export type TexturedPicture = RecordedCodes & Pick<RecordedFrame, 'width' | 'height'>;

interface Stage {
  key: string;
  light: Light;
}

/** Pixels up to which the light behind every kind of texture is kept; of larger pictures only the recording's. */
const maxKept = 1_000_000;

/**
 * Camera code with the shot lane and the texture in it, as if the lens and the film had made it: code → working light
 * → trimmed → textured → code, held to 0–1 as a recording is. The look is then applied to it like to any frame.
 * What was worked out for the recording last asked for is kept, so that a change works on from the kind it changes.
 */
export class TexturedCode {
  private stages: Stage[] = [];
  /** The curve of the recording that the stages are of. */
  private tables: ReturnType<typeof tableReader> | null = null;

  /** A new buffer of interleaved code; the picture is left as it is. @param key stands for all of the picture. */
  of(key: string, picture: TexturedPicture, texture: Texture): Float32Array {
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
    interleave(this.run(texture), rgb);
    transformBuffer(codec.fromWorking, rgb);
    mapBuffer(rgb, (x) => Math.min(Math.max(encode(x), 0), 1));
    return rgb;
  }

  /** The light behind all kinds at work. */
  private run(texture: Texture): Light {
    const [first] = this.stages;
    const keeps = first.light.planes[0].length <= maxKept;
    const kinds = activeTextures(texture);
    const key = (id: TextureId) => `${id} ${JSON.stringify(texture[id])}`;
    const same = kinds.findIndex((id, i) => this.stages[i + 1]?.key !== key(id));
    const begun = same < 0 ? kinds.length : same;
    this.stages.length = begun + 1;
    let { light } = this.stages[begun];
    for (const id of kinds.slice(begun)) {
      const [r, g, b] = light.planes;
      light = { ...light, planes: [Float32Array.from(r), Float32Array.from(g), Float32Array.from(b)] };
      textureKind(id).run(texture[id], light);
      if (keeps) this.stages.push({ key: key(id), light });
    }
    return light;
  }
}
