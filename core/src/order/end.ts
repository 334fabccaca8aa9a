import { type Codec, makeCodec } from '../camera/codec.ts';
import { mapBuffer } from '../numeric/buffer.ts';
import type { Profile } from '../camera/profile.ts';
import { linearToStops } from '../colour/exposure.ts';
import { type Mat3, multiply, transformBuffer } from '../colour/matrix.ts';
import { gridAxis, gridCodes, nodesOf } from '../lut/cube.ts';
import { afterMatrix, type CompiledShot, compileShot, neutralShot, type Shot } from '../look/shot.ts';
import { describeDisplay, type Display, displayToken } from '../render/display.ts';
import { slug } from '../slug.ts';
import { compileRendering, type Rendering } from '../render/rendering.ts';

/**
 * What a LUT takes or gives: codes of a recording, which stand for light of the scene, or codes of a display, which stand
 * for a picture.
 */
export type End = { kind: 'scene'; profile: Profile } | { kind: 'display'; display: Display };

/** What of a rendering stands between light and any display. */
type Tones = Pick<Rendering, 'preset' | 'gamutFit'>;

export const sceneEnd = (profile: Profile): End => ({ kind: 'scene', profile });
export const displayEnd = (display: Display): End => ({ kind: 'display', display });

/** An end made ready: codes from and to working RGB, interleaved, in place. */
export interface CompiledEnd {
  /** Of a scene-referred end. */
  readonly codec: Codec | null;
  /** Codes → working RGB, corrected as a shot is. */
  toLight(rgb: Float32Array): void;
  /** Working RGB of a grid's nodes, size³ triples, red fastest: `toLight` of its codes. */
  gridLight(size: number): Float32Array;
  /** Working RGB → codes, held to 0–1. */
  fromLight(rgb: Float32Array): void;
  /** The codes that mean something, lowest and highest, and the stops from mid-grey of a grey of either. */
  readonly codes: readonly [number, number];
  readonly stops: readonly [number, number];
}

const isIdentity = (m: Mat3) => m.every((x, i) => x === (i % 4 === 0 ? 1 : 0));

const hold = (x: number) => (x > 0 ? (x < 1 ? x : 1) : 0);

function compileScene(profile: Profile, correction: CompiledShot): CompiledEnd {
  const codec = makeCodec(profile);
  const toWorking = multiply(correction.matrix, codec.toWorking);
  const { floorStops, clipStops } = profile.sensor;
  return {
    codec,
    toLight(rgb) {
      mapBuffer(rgb, codec.decode);
      transformBuffer(toWorking, rgb);
      afterMatrix(correction, rgb);
    },
    gridLight(size) {
      const axis = gridAxis(size);
      // Of a grid there are few codes: each is decoded once.
      mapBuffer(axis, codec.decode);
      const nodes = nodesOf(axis, toWorking);
      afterMatrix(correction, nodes);
      return nodes;
    },
    fromLight(rgb) {
      transformBuffer(codec.fromWorking, rgb);
      mapBuffer(rgb, (x) => hold(codec.encode(x)));
    },
    codes: [codec.floorCode, codec.clipCode],
    stops: [floorStops, clipStops],
  };
}

/** Stops below mid-grey that a display's codes are taken to reach. */
const displayFloor = -7;

function compileDisplay(
  display: Display,
  rendering: Tones,
  correction: CompiledShot,
  followable: boolean,
): CompiledEnd {
  const { run, inverse, inverseFollowable, tone, toCode } = compileRendering({ ...rendering, ...display });
  const fromCode = followable ? inverseFollowable : inverse;
  const toLight = (rgb: Float32Array) => {
    fromCode(rgb);
    if (!isIdentity(correction.matrix)) transformBuffer(correction.matrix, rgb);
    afterMatrix(correction, rgb);
  };
  return {
    codec: null,
    toLight,
    gridLight(size) {
      const nodes = gridCodes(size);
      toLight(nodes);
      return nodes;
    },
    fromLight: run,
    codes: [toCode(0), toCode(1)],
    stops: [displayFloor, linearToStops(tone.inverse(1))],
  };
}

/** Codes of a recording → working RGB after the shot lane, in place. */
export const codeToLight = (profile: Profile, shot = neutralShot): ((rgb: Float32Array) => void) =>
  compileScene(profile, compileShot(shot)).toLight;

/**
 * @param rendering what stands between light and a display. @param followable a display's codes are undone no more steeply
 * than a grid can follow.
 */
export function compileEnd(
  end: End,
  rendering: Tones,
  { shot = neutralShot, followable = false }: { shot?: Shot; followable?: boolean } = {},
): CompiledEnd {
  const correction = compileShot(shot);
  if (end.kind === 'scene') return compileScene(end.profile, correction);
  return compileDisplay(end.display, rendering, correction, followable);
}

/** What an end is known by: a camera's ID, or what tells a display from others. */
export const endId = (end: End): string =>
  end.kind === 'scene' ? end.profile.id : displayToken(end.display);

/** A camera in file names: by its ID, or by its name once that does not begin with the ID any more. */
export function cameraToken({ id, name }: Profile): string {
  const named = slug(name, { fallback: id });
  return named.startsWith(id) ? id : named;
}

/** An end in a file name. */
export const endToken = (end: End): string =>
  end.kind === 'scene' ? cameraToken(end.profile) : displayToken(end.display);

/** A line that says what an end is. */
export const describeEnd = (end: End): string =>
  end.kind === 'scene'
    ? `${end.profile.id} (${end.profile.name}, ${end.profile.range} range, ${end.profile.bitDepth} bit)`
    : describeDisplay(end.display);
