import { FormatError } from '../error.ts';
import { type ExrHeader, heightOf, widthOf } from './header.ts';
import { checkBlock } from './unpacked.ts';

/** The blocks of an OpenEXR picture: lines or tiles, found through the offset table. */

interface Block {
  /** Where it begins in the file, and how long it is with its own head. */
  at: number;
  length: number;
  /** Place in the picture, in the order pictures are read. */
  order: number;
}

/** What a block should be: its place, and how many bytes its values take unpacked. */
interface Plan {
  count: number;
  /** Bytes in front of a block's data. */
  head: number;
  /** Place and unpacked size of the block whose head stands at a byte; undefined where it is no block of the picture. */
  of(view: DataView, at: number): { order: number; unpacked: number } | undefined;
}

function linePlan({ channels, compression: { lines }, dataWindow }: ExrHeader): Plan {
  const [width, height] = [widthOf(dataWindow), heightOf(dataWindow)];
  const lineBytes = channels.reduce((sum, c) => sum + c.bytes, 0) * width;
  const count = Math.ceil(height / lines);
  return {
    count,
    head: 8,
    of(view, at) {
      const line = view.getInt32(at, true) - dataWindow.y0;
      if (line < 0 || line >= height || line % lines !== 0) return undefined;
      return { order: line / lines, unpacked: Math.min(lines, height - line) * lineBytes };
    },
  };
}

function tilePlan({ channels, dataWindow }: ExrHeader, tile: { width: number; height: number }): Plan {
  const [width, height] = [widthOf(dataWindow), heightOf(dataWindow)];
  const pixelBytes = channels.reduce((sum, c) => sum + c.bytes, 0);
  const [across, down] = [Math.ceil(width / tile.width), Math.ceil(height / tile.height)];
  return {
    count: across * down,
    head: 20,
    of(view, at) {
      const [x, y, levelX, levelY] = [0, 4, 8, 12].map((o) => view.getInt32(at + o, true));
      if (x < 0 || x >= across || y < 0 || y >= down || levelX !== 0 || levelY !== 0) return undefined;
      const columns = Math.min(tile.width, width - x * tile.width);
      const rows = Math.min(tile.height, height - y * tile.height);
      return { order: y * across + x, unpacked: columns * rows * pixelBytes };
    },
  };
}

/**
 * Finds and checks every block: inside the file, each place of the picture once, no larger than its values, and, where
 * the compression allows, whole by its own checksum. Throws a FormatError.
 */
function findBlocks(bytes: Uint8Array, header: ExrHeader, plan: Plan, file: string): Block[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const tableEnd = header.end + plan.count * 8;
  const fail = (place: string, problem: string): never => {
    throw new FormatError(file, place, `OpenEXR: ${problem}`);
  };
  if (tableEnd > bytes.length) fail(`byte ${bytes.length}`, 'truncated: its offset table is cut off');
  const blocks: Block[] = [];
  const seen = new Set<number>();
  for (let i = 0; i < plan.count; i++) {
    const place = `block ${i + 1} of ${plan.count}`;
    const at = Number(view.getBigUint64(header.end + i * 8, true));
    if (at < tableEnd || at + plan.head > bytes.length)
      fail(place, 'it lies outside the file: cut off or damaged');
    const found = plan.of(view, at) ?? fail(place, 'it names no place of the picture');
    if (seen.has(found.order)) fail(place, 'its place of the picture is filled twice');
    seen.add(found.order);
    const size = view.getUint32(at + plan.head - 4, true);
    if (size > found.unpacked || size === 0)
      fail(place, `${size} bytes for values that take ${found.unpacked}`);
    if (at + plan.head + size > bytes.length) fail(place, 'it ends behind the end of the file: truncated');
    const data = bytes.subarray(at + plan.head, at + plan.head + size);
    if (size < found.unpacked) {
      const problem = checkBlock(data, header.compression.id, found.unpacked);
      if (problem) fail(place, problem);
    }
    blocks.push({ at, length: plan.head + size, order: found.order });
  }
  const ends = [...blocks].sort((a, b) => a.at - b.at);
  ends.forEach((b, i) => {
    if (i > 0 && ends[i - 1].at + ends[i - 1].length > b.at)
      fail('offset table', 'two blocks lie over each other');
  });
  return blocks;
}

/**
 * Checks the blocks of a picture and gives the file with them in their order, top line first, one behind the other, as
 * readers that do not look into the offset table take them to be. Throws a FormatError.
 */
export function inOrder(bytes: Uint8Array, header: ExrHeader, file: string): Uint8Array<ArrayBuffer> {
  const plan = header.tile ? tilePlan(header, header.tile) : linePlan(header);
  const blocks = findBlocks(bytes, header, plan, file).sort((a, b) => a.order - b.order);
  const start = header.end + plan.count * 8;
  const out = new Uint8Array(blocks.reduce((sum, b) => sum + b.length, start));
  out.set(bytes.subarray(0, header.end));
  out[header.lineOrderAt] = 0;
  const view = new DataView(out.buffer);
  let to = start;
  blocks.forEach((b, i) => {
    view.setBigUint64(header.end + i * 8, BigInt(to), true);
    out.set(bytes.subarray(b.at, b.at + b.length), to);
    to += b.length;
  });
  return out;
}
