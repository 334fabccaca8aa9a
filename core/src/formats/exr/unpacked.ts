import { Inflate } from 'fflate';
import type { Compression } from './header.ts';

/** Checks of packed blocks, so that none unpacks to more than its values take, and damage is seen where it can be. */

/** Bytes given to the unpacker at once: they unpack to a thousand times as many at most. */
const piece = 4096;
const adlerBase = 65521;
/** Bytes after which the two sums of a checksum are brought back under its base (as RFC 1950's example does). */
const adlerRun = 5552;

class Adler32 {
  private a = 1;
  private b = 0;
  add(bytes: Uint8Array): void {
    for (let i = 0; i < bytes.length;) {
      const stop = Math.min(i + adlerRun, bytes.length);
      for (; i < stop; i++) this.b += this.a += bytes[i];
      this.a %= adlerBase;
      this.b %= adlerBase;
    }
  }
  get sum(): number {
    return ((this.b << 16) | this.a) >>> 0;
  }
}

/**
 * What is wrong with a zlib stream (RFC 1950), if anything: it must end where it says, hold `least` to `most` bytes, and
 * have the checksum at its end.
 */
function checkZlib(data: Uint8Array, { least, most }: { least: number; most: number }): string | undefined {
  if (data.length < 6 || (data[0] & 15) !== 8 || ((data[0] << 8) | data[1]) % 31 !== 0)
    return 'its data does not begin as packed data does';
  const adler = new Adler32();
  let size = 0;
  let ended = false;
  const inflate = new Inflate((chunk, final) => {
    size += chunk.length;
    if (size <= most) adler.add(chunk);
    ended ||= final;
  });
  const packed = data.subarray(2, -4);
  try {
    for (let at = 0; at < packed.length && size <= most; at += piece)
      inflate.push(packed.subarray(at, at + piece), at + piece >= packed.length);
  } catch (error) {
    return `damaged: ${(error as Error).message}`;
  }
  if (size > most) return `it unpacks to more than the ${most} bytes its values take`;
  if (!ended || size < least) return `it unpacks to ${size} bytes where its values take ${least}`;
  const stated = new DataView(data.buffer, data.byteOffset + data.length - 4).getUint32(0, false);
  return adler.sum === stated ? undefined : 'damaged: its checksum does not hold';
}

/** Run lengths: a byte n below 128 repeats the next n + 1 times; from 128 on, 256 − n bytes follow as they are. */
function checkRunLengths(data: Uint8Array, wanted: number): string | undefined {
  let size = 0;
  let at = 0;
  while (at < data.length) {
    const n = data[at++];
    const count = n < 128 ? n + 1 : 256 - n;
    at += n < 128 ? 1 : count;
    size += count;
    if (size > wanted || at > data.length) break;
  }
  return size === wanted && at === data.length ? undefined : 'damaged: its run lengths do not fill its lines';
}

const exactly = (size: number) => ({ least: size, most: size });

/** Parts of a block packed with the lossy discrete cosine transform: counts in front, then what is packed each its way. */
function checkDwa(data: Uint8Array, unpacked: number): string | undefined {
  const counts = 11;
  if (data.length < counts * 8) return 'truncated: its counts are cut off';
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength);
  const count = (i: number) => Number(view.getBigUint64(i * 8, true));
  const [
    version,
    ,
    unknownPacked,
    acPacked,
    dcPacked,
    rlePacked,
    rleUnpacked,
    rleRaw,
    acCount,
    dcCount,
    acWay,
  ] = Array.from({ length: counts }, (_, i) => count(i));
  const most = unpacked * 2 + 1024;
  if ([rleUnpacked, rleRaw, acCount * 2, dcCount * 2].some((n) => n > most))
    return 'damaged: it announces more values than its lines have';
  let at = counts * 8;
  if (version >= 2) {
    if (at + 2 > data.length) return 'truncated: its rules are cut off';
    at += view.getUint16(at, true);
  }
  const packed: [size: number, most: number][] = [
    [unknownPacked, -1],
    [acPacked, acWay === 1 ? most : -1],
    [dcPacked, most],
    [rlePacked, most],
  ];
  for (const [size, limit] of packed) {
    if (at + size > data.length) return 'truncated: a part of it ends behind its end';
    if (size > 0 && limit > 0) {
      const problem = checkZlib(data.subarray(at, at + size), { least: 0, most: limit });
      if (problem) return problem;
    }
    at += size;
  }
  return undefined;
}

/** What is wrong with a packed block, if that can be told. @param unpacked bytes its values take. */
export function checkBlock(
  data: Uint8Array,
  compression: Compression['id'],
  unpacked: number,
): string | undefined {
  switch (compression) {
    case 'none':
      return `${data.length} bytes for values that take ${unpacked}`;
    case 'rle':
      return checkRunLengths(data, unpacked);
    case 'zip':
    case 'zips':
      return checkZlib(data, exactly(unpacked));
    case 'pxr24':
      // Floats lose a byte each there.
      return checkZlib(data, { least: 1, most: unpacked });
    case 'dwaa':
    case 'dwab':
      return checkDwa(data, unpacked);
    case 'piz':
    case 'b44':
    case 'b44a':
      return undefined;
  }
}
