import { FormatError } from '../error.ts';
import { sizeProblem } from '../frameSize.ts';

/** The header of an OpenEXR file (file layout of the OpenEXR project: name, type, size, value; from memory). */

/** A rectangle of pixels, both ends inside. */
export interface Window {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
export const widthOf = (w: Window) => w.x1 - w.x0 + 1;
export const heightOf = (w: Window) => w.y1 - w.y0 + 1;

interface Channel {
  name: string;
  /** Bytes of a value: 2 for half, 4 for float. */
  bytes: 2 | 4;
}

export interface ExrHeader {
  /** Where the offset table begins. */
  end: number;
  channels: Channel[];
  compression: Compression;
  dataWindow: Window;
  displayWindow: Window;
  /** Edge of a tile; missing where the picture lies in lines. */
  tile?: { width: number; height: number };
  /** Where the byte of the line order stands. */
  lineOrderAt: number;
  /** What it says of how it was shot. */
  shot: ExrShot;
}

/** Attributes of the standard set that tell how a picture was shot (names and types from memory); any may be missing. */
export interface ExrShot {
  isoSpeed?: number;
  /** Kelvin. */
  cameraCCTSetting?: number;
  lensModel?: string;
  /** Millimetres. */
  nominalFocalLength?: number;
  /** The f-number. */
  aperture?: number;
}
const shotAttributes: Record<keyof ExrShot, 'float' | 'string'> = {
  isoSpeed: 'float',
  cameraCCTSetting: 'float',
  lensModel: 'string',
  nominalFocalLength: 'float',
  aperture: 'float',
};

/** Compressions by their number, and the lines of a block. */
export const compressions = [
  { id: 'none', lines: 1 },
  { id: 'rle', lines: 1 },
  { id: 'zips', lines: 1 },
  { id: 'zip', lines: 16 },
  { id: 'piz', lines: 32 },
  { id: 'pxr24', lines: 16 },
  { id: 'b44', lines: 32 },
  { id: 'b44a', lines: 32 },
  { id: 'dwaa', lines: 32 },
  { id: 'dwab', lines: 256 },
] as const;
export type Compression = (typeof compressions)[number];

const flags = { tiled: 0x200, longNames: 0x400, deep: 0x800, parts: 0x1000 };
const known = flags.tiled | flags.longNames | flags.deep | flags.parts | 0xff;
const longestName = 255;
/** Coordinates beyond this are no picture's. */
const farthest = 1 << 24;

/** Reads on through bytes, and says at which byte they end too soon. */
class Cursor {
  at = 8;
  private readonly view: DataView;
  constructor(
    readonly bytes: Uint8Array,
    readonly file: string,
  ) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }
  fail(problem: string, place = `byte ${this.at}`): never {
    throw new FormatError(this.file, place, `OpenEXR: ${problem}`);
  }
  need(count: number): void {
    if (count < 0 || this.at + count > this.bytes.length)
      this.fail(`truncated: the header goes on behind the end of the file`, `byte ${this.bytes.length}`);
  }
  byte(): number {
    this.need(1);
    return this.bytes[this.at++];
  }
  float(): number {
    this.need(4);
    this.at += 4;
    return this.view.getFloat32(this.at - 4, true);
  }
  int(): number {
    this.need(4);
    this.at += 4;
    return this.view.getInt32(this.at - 4, true);
  }
  text(): string {
    const stop = this.bytes.indexOf(0, this.at);
    if (stop < 0 || stop - this.at > longestName) {
      this.need(longestName);
      this.fail('a name does not end');
    }
    const text = String.fromCharCode(...this.bytes.subarray(this.at, stop));
    this.at = stop + 1;
    return text;
  }
}

function readChannels(c: Cursor, end: number): Channel[] {
  const channels: Channel[] = [];
  while (c.at < end && c.bytes[c.at] !== 0) {
    const name = c.text();
    const type = c.int();
    c.at += 4;
    const sampling = [c.int(), c.int()];
    if (type !== 1 && type !== 2)
      c.fail(`channel ${name} holds neither half nor float numbers`, 'channel list');
    if (sampling.some((s) => s !== 1))
      c.fail(`channel ${name} is subsampled, which is not read`, 'channel list');
    if (channels.some((other) => other.name === name)) c.fail(`channel ${name} stands twice`, 'channel list');
    channels.push({ name, bytes: type === 1 ? 2 : 4 });
  }
  const picture = channels.filter(({ name }) => ['R', 'G', 'B', 'A'].includes(name));
  if (!['R', 'G', 'B'].every((n) => channels.some(({ name }) => name === n)))
    c.fail(
      `expected R, G and B, found ${channels.map(({ name }) => name).join(', ') || 'none'}`,
      'channel list',
    );
  if (new Set(picture.map(({ bytes }) => bytes)).size > 1)
    c.fail('half and float are mixed among R, G and B', 'channel list');
  return channels;
}

function readWindow(c: Cursor, name: string): Window {
  const [x0, y0, x1, y1] = [c.int(), c.int(), c.int(), c.int()];
  const window = { x0, y0, x1, y1 };
  const [width, height] = [widthOf(window), heightOf(window)];
  if (!(width > 0 && height > 0) || [x0, y0, x1, y1].some((v) => Math.abs(v) > farthest))
    c.fail(`${width}×${height} is no picture`, name);
  const problem = sizeProblem(width, height);
  if (problem) throw new FormatError(c.file, name, problem);
  return window;
}

function readTile(c: Cursor): { width: number; height: number } {
  const [width, height, mode] = [c.int(), c.int(), c.byte()];
  if (!(width > 0 && height > 0 && width <= farthest && height <= farthest))
    c.fail(`tiles of ${width}×${height} pixels`, 'tiles');
  if ((mode & 15) !== 0) c.fail('a picture in several sizes is not read', 'tiles');
  return { width, height };
}

function readCompression(c: Cursor): Compression {
  const number = c.byte();
  return compressions[number] ?? c.fail(`compression ${number} is not read`, 'compression');
}

/** An attribute that tells how the picture was shot; one that is of another type than it should be tells nothing. */
function readShot(c: Cursor, name: string, type: string, size: number): number | string | undefined {
  const wanted = Object.hasOwn(shotAttributes, name) ? shotAttributes[name as keyof ExrShot] : undefined;
  if (wanted !== type) return undefined;
  if (wanted === 'string')
    return String.fromCharCode(...c.bytes.subarray(c.at, c.at + Math.min(size, longestName)));
  const value = size === 4 ? c.float() : NaN;
  return Number.isFinite(value) ? value : undefined;
}

/** How the attributes that matter are read, and how long each is; undefined where that differs. */
const attributes: Record<string, { type: string; size?: number; read(c: Cursor, end: number): unknown }> = {
  channels: { type: 'chlist', read: readChannels },
  compression: { type: 'compression', size: 1, read: readCompression },
  dataWindow: { type: 'box2i', size: 16, read: (c) => readWindow(c, 'dataWindow') },
  displayWindow: { type: 'box2i', size: 16, read: (c) => readWindow(c, 'displayWindow') },
  lineOrder: { type: 'lineOrder', size: 1, read: (c) => c.at },
  tiles: { type: 'tiledesc', size: 9, read: readTile },
};
const needed = ['channels', 'compression', 'dataWindow', 'displayWindow', 'lineOrder'];

/** Reads and checks a header. Throws a FormatError that names the byte or the attribute. */
export function readHeader(bytes: Uint8Array, file: string): ExrHeader {
  const c = new Cursor(bytes, file);
  if (bytes.length < 8) c.fail('truncated: the header has not begun', `byte ${bytes.length}`);
  const version = new DataView(bytes.buffer, bytes.byteOffset).getUint32(4, true);
  if ((version & 0xff) !== 2) c.fail(`version ${version & 0xff} is not read`, 'byte 4');
  if ((version & ~known) !== 0) c.fail('unknown flags', 'byte 5');
  if ((version & (flags.deep | flags.parts)) !== 0)
    c.fail('a file of several parts or of deep data is not read; save one flat picture', 'byte 5');
  const found = new Map<string, unknown>();
  for (;;) {
    c.need(1);
    if (bytes[c.at] === 0) break;
    const name = c.text();
    const type = c.text();
    const size = c.int();
    c.need(size);
    const end = c.at + size;
    if (found.has(name)) c.fail(`${name} stands twice`);
    const attribute = Object.hasOwn(attributes, name) ? attributes[name] : undefined;
    if (attribute && attribute.type !== type) c.fail(`it is of type ${type}, not ${attribute.type}`, name);
    if (attribute?.size !== undefined && attribute.size !== size)
      c.fail(`${attribute.size} bytes are needed, found ${size}`, name);
    found.set(name, attribute ? attribute.read(c, end) : readShot(c, name, type, size));
    c.at = end;
  }
  const missing = needed.find((name) => !found.has(name));
  if (missing) c.fail(`${missing} is missing`, 'header');
  const isTiled = (version & flags.tiled) !== 0;
  if (isTiled && !found.has('tiles')) c.fail('tiles is missing', 'header');
  return {
    end: c.at + 1,
    channels: found.get('channels') as Channel[],
    compression: found.get('compression') as Compression,
    dataWindow: found.get('dataWindow') as Window,
    displayWindow: found.get('displayWindow') as Window,
    lineOrderAt: found.get('lineOrder') as number,
    shot: Object.fromEntries(
      Object.keys(shotAttributes).flatMap((name) => {
        const value = found.get(name);
        return value === undefined ? [] : [[name, value]];
      }),
    ),
    ...(isTiled ? { tile: found.get('tiles') as { width: number; height: number } } : {}),
  };
}
