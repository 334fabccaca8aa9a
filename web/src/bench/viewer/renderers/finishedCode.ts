import { painter } from '../../../workers/index.ts';
import { type Drawing, pictureOf } from '../../../gl/drawing.ts';

/**
 * Fetches the finished code of a drawing from the painter, who does that work for both renderers, and hands it on: at
 * once where it is still the same, later where it is worked out; a drawing that was overtaken meanwhile is dropped.
 */
export function latestFinishedCode() {
  let held: { key: string; code: Float32Array; picture: string } | null = null;
  let turn = 0;
  return (d: Drawing, draw: (code: Float32Array | null) => void): void | Promise<void> => {
    const mine = ++turn;
    if (!d.finish) return draw(null);
    const { url, profile, shot, trimmed } = d.plate;
    const { width, height } = d.pixels;
    const order = { url, width, height, profile, shot: trimmed ? shot : null, finish: d.finish };
    const key = JSON.stringify(order);
    if (held?.key === key) return draw(held.code);
    // Another picture is shown without its finish first; a change of it waits for the new one.
    if (held?.picture !== pictureOf(d)) draw(null);
    return painter.finished(order).then((code) => {
      held = { key, code, picture: pictureOf(d) };
      if (mine === turn) draw(code);
    });
  };
}
