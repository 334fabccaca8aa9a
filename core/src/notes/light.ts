import { neutralShot, shotMatrix } from '../look/shot.ts';
import { type Light } from '../texture/light.ts';
import { lightingNotes, type ShotNote } from './note.ts';
import { shapeBounds, windowWeight } from './geometry.ts';

/** Rows and columns of a picture that a note reaches. */
function reach({ shape, outside, softness }: ShotNote, { width, height }: Light) {
  const whole = { left: 0, top: 0, right: width, bottom: height };
  if (!shape || outside) return whole;
  const aspect = width / height;
  const { x0, y0, x1, y1 } = shapeBounds(shape, aspect);
  const edge = softness / 2;
  const hold = (x: number, most: number) => Math.min(Math.max(x, 0), most);
  return {
    left: hold(Math.floor((x0 - edge / aspect) * width), width),
    top: hold(Math.floor((y0 - edge) * height), height),
    right: hold(Math.ceil((x1 + edge / aspect) * width), width),
    bottom: hold(Math.ceil((y1 + edge) * height), height),
  };
}

/** Lights a picture inside the shape of a note, in place: the corrected light mixed in by the shape's weight. */
function lightOne(note: ShotNote, light: Light): void {
  const { width, height, planes } = light;
  const { exposure, mired, duv, shape, outside, softness } = note;
  const m = shotMatrix({ ...neutralShot, exposure, mired, duv });
  const weight = shape ? windowWeight(shape, softness, width / height) : () => 1;
  const [r, g, b] = planes;
  const { left, top, right, bottom } = reach(note, light);
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++) {
      const inside = weight((x + 0.5) / width, (y + 0.5) / height);
      const w = outside ? 1 - inside : inside;
      if (w === 0) continue;
      const i = y * width + x;
      const [r0, g0, b0] = [r[i], g[i], b[i]];
      r[i] += w * (m[0] * r0 + m[1] * g0 + m[2] * b0 - r0);
      g[i] += w * (m[3] * r0 + m[4] * g0 + m[5] * b0 - g0);
      b[i] += w * (m[6] * r0 + m[7] * g0 + m[8] * b0 - b0);
    }
}

/** Lights a picture as the notes of its plate say, one after the other, in place. Working light behind the shot lane. */
export function lightWindows(notes: readonly ShotNote[], light: Light): void {
  for (const note of lightingNotes(notes)) lightOne(note, light);
}
