import { deflateSync } from 'node:zlib';

/** Small OpenEXR pictures for tests, right ones and wrong ones, as the file layout asks (from memory). */

interface ExrOptions {
  display?: number[];
  /** Data window's top left. */
  origin?: [number, number];
  /** Numbers of the format: 0 none, 2 zip line by line, 3 zip by sixteen. */
  compression?: 0 | 2 | 3;
  /** 0 top line first, 1 bottom line first. */
  lineOrder?: 0 | 1;
  /** Order of the blocks in the file, as places of the picture. */
  order?: number[];
  sampling?: [number, number];
  tile?: { width: number; height: number };
  /** Changes a block's data and head before they are written. */
  spoil?: (block: { head: Buffer; data: Buffer }, place: number) => void;
  /** Attributes written once more. */
  twice?: string[];
  without?: string[];
  /** Further attributes: name, type and bytes. */
  extra?: readonly [name: string, type: string, value: Buffer][];
}

export const ints = (...values: number[]) => {
  const buffer = Buffer.alloc(values.length * 4);
  values.forEach((v, i) => buffer.writeInt32LE(v, i * 4));
  return buffer;
};

/** Bytes reordered and made into differences, as ZIP blocks hold them. */
function predicted(raw: Buffer): Buffer {
  const half = Math.ceil(raw.length / 2);
  const split = Buffer.alloc(raw.length);
  raw.forEach((byte, i) => (split[(i % 2) * half + (i >> 1)] = byte));
  const out = Buffer.from(split);
  for (let i = 1; i < raw.length; i++) out[i] = (split[i] - split[i - 1] + 128 + 256) & 255;
  return out;
}

export function plainExr(
  width: number,
  height: number,
  at: (x: number, y: number) => number,
  options: ExrOptions = {},
): Uint8Array {
  const { origin = [0, 0], compression = 0, lineOrder = 0, sampling = [1, 1], tile } = options;
  const window = [origin[0], origin[1], origin[0] + width - 1, origin[1] + height - 1];
  const parts: Buffer[] = [Buffer.from([0x76, 0x2f, 0x31, 0x01, 2, tile ? 2 : 0, 0, 0])];
  const attribute = (name: string, type: string, value: Buffer) => {
    if (options.without?.includes(name)) return;
    for (let n = options.twice?.includes(name) ? 2 : 1; n > 0; n--)
      parts.push(Buffer.from(`${name}\0${type}\0`), ints(value.length), value);
  };
  const channel = (name: string) =>
    Buffer.concat([Buffer.from(`${name}\0`), ints(2), Buffer.alloc(4), ints(...sampling)]);
  attribute('channels', 'chlist', Buffer.concat([...['B', 'G', 'R'].map(channel), Buffer.alloc(1)]));
  attribute('compression', 'compression', Buffer.from([compression]));
  attribute('dataWindow', 'box2i', ints(...window));
  attribute('displayWindow', 'box2i', ints(...(options.display ?? window)));
  attribute('lineOrder', 'lineOrder', Buffer.from([lineOrder]));
  const one = Buffer.alloc(4);
  one.writeFloatLE(1);
  attribute('pixelAspectRatio', 'float', one);
  attribute('screenWindowCenter', 'v2f', Buffer.alloc(8));
  attribute('screenWindowWidth', 'float', one);
  for (const more of options.extra ?? []) attribute(...more);
  if (tile) attribute('tiles', 'tiledesc', Buffer.concat([ints(tile.width, tile.height), Buffer.alloc(1)]));
  parts.push(Buffer.alloc(1));

  const lines = compression === 3 ? 16 : 1;
  const across = tile ? Math.max(1, Math.ceil(width / Math.max(tile.width, 1))) : 1;
  const down = tile ? Math.max(1, Math.ceil(height / Math.max(tile.height, 1))) : Math.ceil(height / lines);
  const values = (x0: number, y0: number, columns: number, rows: number) => {
    const data = Buffer.alloc(columns * rows * 12);
    for (let y = 0; y < rows; y++)
      for (let c = 0; c < 3; c++)
        for (let x = 0; x < columns; x++)
          data.writeFloatLE(at(x0 + x, y0 + y), ((y * 3 + c) * columns + x) * 4);
    return data;
  };
  const blockAt = (place: number) => {
    const [tx, ty] = [place % across, Math.floor(place / across)];
    const raw = tile
      ? values(
          tx * tile.width,
          ty * tile.height,
          Math.min(tile.width, width - tx * tile.width),
          Math.min(tile.height, height - ty * tile.height),
        )
      : values(0, place * lines, width, Math.min(lines, height - place * lines));
    const packed = compression === 0 ? raw : deflateSync(predicted(raw));
    const data = Buffer.from(packed.length < raw.length ? packed : raw);
    const where = tile ? ints(tx, ty, 0, 0) : ints(place * lines + origin[1]);
    const block = { head: Buffer.concat([where, ints(data.length)]), data };
    options.spoil?.(block, place);
    return Buffer.concat([block.head, block.data]);
  };
  const places = Array.from({ length: across * down }, (_, i) => i);
  const order = options.order ?? (lineOrder === 1 ? [...places].reverse() : places);
  const start = parts.reduce((sum, p) => sum + p.length, 0) + places.length * 8;
  const offsets = new Map<number, number>();
  let to = start;
  const blocks = order.map((place) => {
    const block = blockAt(place);
    offsets.set(place, to);
    to += block.length;
    return block;
  });
  for (const place of places) parts.push(ints(offsets.get(place) ?? start, 0));
  return new Uint8Array(Buffer.concat([...parts, ...blocks]));
}
