import { spawn } from 'node:child_process';
import { open } from 'node:fs/promises';
import type { ClipFacts } from '@velvet-dusk/core/api/contract';
import { FormatError } from '@velvet-dusk/core/formats/error';
import { sizeProblem } from '@velvet-dusk/core/formats/frameSize';
import { fromUint16 } from '@velvet-dusk/core/formats/png';
import { levels } from '@velvet-dusk/core/colour/range';
import { lumaWeights } from '@velvet-dusk/core/colour/ycbcr';
import type { DecodedFrame } from './frame.ts';

/** FFmpeg is not on this machine; clips cannot be opened, everything else can. */
export class NoFfmpeg extends Error {
  override name = 'NoFfmpeg';
  constructor() {
    super(
      'FFmpeg is not on this machine, so clips cannot be opened. Install it (on Debian: apt-get install ffmpeg), or import frames as PNG, TIFF, EXR or DPX.',
    );
  }
}

/** `DUSK_FFMPEG` and `DUSK_FFPROBE` name other programs. */
export const program = (name: 'ffmpeg' | 'ffprobe') => process.env[`DUSK_${name.toUpperCase()}`] ?? name;

/** Milliseconds a call may take. */
const longestCall = 30_000;
/** Bytes a call may answer, where no frame is asked for. */
const longestAnswer = 4 * 1024 * 1024;
/** Characters of complaints that are kept. */
const longestError = 10_000;

function run(name: 'ffmpeg' | 'ffprobe', args: string[], most = longestAnswer): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const child = spawn(program(name), args, { stdio: ['ignore', 'pipe', 'pipe'] });
    const out: Buffer[] = [];
    let size = 0;
    let errors = '';
    const stop = (why: string) => {
      child.kill('SIGKILL');
      reject(new Error(why));
    };
    const timer = setTimeout(() => stop(`it took longer than ${longestCall / 1000} s`), longestCall);
    child.stdout.on('data', (chunk: Buffer) => {
      size += chunk.length;
      if (size > most) stop('it holds more than it announces');
      else out.push(chunk);
    });
    child.stderr.on('data', (chunk: Buffer) => {
      if (errors.length < longestError) errors += chunk.toString();
    });
    child.on('close', () => clearTimeout(timer));
    child.on('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'ENOENT' ? new NoFfmpeg() : error),
    );
    child.on('close', (code) =>
      code === 0
        ? resolve(Buffer.concat(out))
        : reject(new Error(errors.trim().split('\n').pop() || `${name} ended with ${code}`)),
    );
  });
}

/** What keeps clips from being opened on this machine, or null. Asked anew each time: it may be installed meanwhile. */
export async function missingForClips(): Promise<NoFfmpeg | null> {
  try {
    await Promise.all((['ffmpeg', 'ffprobe'] as const).map((name) => run(name, ['-version'])));
    return null;
  } catch (error) {
    if (error instanceof NoFfmpeg) return error;
    throw error;
  }
}

interface Stream {
  codec_name: string;
  width: number;
  height: number;
  pix_fmt: string;
  color_range?: string;
  color_space?: string;
  r_frame_rate: string;
  duration?: string;
}

/** Words in the error of a file that FFmpeg cannot open. */
const asFormatError = (file: string) => (error: unknown) => {
  if (error instanceof NoFfmpeg || error instanceof FormatError) throw error;
  throw new FormatError(file, 'clip', `cannot be opened: ${(error as Error).message.replace(/^.*?: /, '')}`);
};

/** Containers that are opened, by what is in their first bytes, each with the one demuxer that may read it. */
const containers: readonly { demuxer: string; isIn(head: Buffer): boolean }[] = [
  {
    demuxer: 'mov',
    isIn: (head) => ['ftyp', 'moov', 'mdat', 'wide', 'free', 'skip'].includes(head.toString('latin1', 4, 8)),
  },
  { demuxer: 'matroska', isIn: (head) => head.readUInt32BE(0) === 0x1a45dfa3 },
  { demuxer: 'mxf', isIn: (head) => head.readUInt32BE(0) === 0x060e2b34 },
  {
    demuxer: 'avi',
    isIn: (head) => head.toString('latin1', 0, 4) === 'RIFF' && head.toString('latin1', 8, 12) === 'AVI ',
  },
];

/** The first bytes of a file, with zeros where it is shorter. */
async function headOf(path: string): Promise<Buffer> {
  const file = await open(path);
  const { buffer } = await file.read(Buffer.alloc(16), 0, 16, 0).finally(() => file.close());
  return buffer;
}

/**
 * Arguments that open a clip and nothing else: a fixed demuxer, since a playlist would name other files, and no protocol
 * but that of the file itself. Throws a FormatError where its first bytes are those of no container.
 */
async function input(path: string, file: string): Promise<string[]> {
  const head = await headOf(path);
  const container = containers.find((c) => c.isIn(head));
  if (!container)
    throw new FormatError(
      file,
      'byte 0',
      `not a clip this program opens (${containers.map((c) => c.demuxer).join(', ')})`,
    );
  return ['-protocol_whitelist', 'file', '-f', container.demuxer, '-i', `file:${path}`];
}

async function probe(path: string, file: string): Promise<{ stream: Stream; duration: number }> {
  const args = [
    '-v',
    'error',
    '-select_streams',
    'v:0',
    '-show_streams',
    '-show_format',
    '-of',
    'json',
    ...(await input(path, file)),
  ];
  const text = await run('ffprobe', args).catch(asFormatError(file));
  const { streams = [], format } = JSON.parse(text.toString()) as {
    streams?: Stream[];
    format?: { duration?: string };
  };
  if (!streams[0]) throw new FormatError(file, 'clip', 'it holds no picture');
  return { stream: streams[0], duration: Number(streams[0].duration ?? format?.duration ?? 0) };
}

const depthOf = (pixFmt: string) => Number(/(?:p|gray|gbrp|rgb|bayer)(9|10|12|14|16)/.exec(pixFmt)?.[1] ?? 8);
const isRgb = (pixFmt: string) => /^(gbr|rgb|bgr|0rgb|argb|abgr)/.test(pixFmt);
const rangeOf = (s: Stream): 'full' | 'narrow' =>
  isRgb(s.pix_fmt) || s.color_range === 'pc' || s.pix_fmt.startsWith('yuvj') ? 'full' : 'narrow';

/** What a clip is. Throws a FormatError, or NoFfmpeg where that is missing. */
export async function readClipFacts(path: string, file: string): Promise<ClipFacts> {
  const { stream, duration } = await probe(path, file);
  const { width, height } = stream;
  const problem = sizeProblem(width, height);
  if (problem) throw new FormatError(file, 'clip', problem);
  const [n, d = 1] = stream.r_frame_rate.split('/').map(Number);
  return {
    width,
    height,
    duration,
    rate: n / d,
    codec: stream.codec_name,
    depth: depthOf(stream.pix_fmt),
    range: rangeOf(stream),
  };
}

/** Arguments that take one frame of a clip at a time. */
const frameAt = async (path: string, file: string, time: number): Promise<string[]> => {
  const quiet = ['-nostdin', '-v', 'error', '-ss', String(time)];
  return [...quiet, ...(await input(path, file)), '-frames:v', '1'];
};

/** A small picture of a clip at a time, as JPEG, for the strip. */
export async function clipThumb(path: string, time: number): Promise<Buffer> {
  const args = [...(await frameAt(path, 'clip', time)), '-vf', 'scale=240:-2'];
  return run('ffmpeg', [...args, '-f', 'image2', '-c:v', 'mjpeg', '-']);
}

/** Red and blue weights of a stream's luma: BT.709 unless it says another; green makes up the rest. */
const matrices: Record<string, readonly [kr: number, kb: number]> = {
  smpte170m: [0.299, 0.114],
  bt470bg: [0.299, 0.114],
  bt2020nc: [0.2627, 0.0593],
};
const defaultMatrix = [lumaWeights[0], lumaWeights[2]] as const;

/**
 * One frame of a clip as code values at full depth. Y'CbCr goes to R'G'B' here rather than in FFmpeg, in float and in
 * the range of the stream, so that nothing above white or below black is cut off.
 */
export async function readClipFrame(path: string, file: string, time: number): Promise<DecodedFrame> {
  const { stream } = await probe(path, file);
  const { width, height } = stream;
  const { layout, frameBytes, toCodes, depth, range } = decoding(stream);
  const args = await frameAt(path, file, time);
  const bytes = await run('ffmpeg', [...args, ...layout], frameBytes).catch(asFormatError(file));
  if (bytes.length !== frameBytes) throw new FormatError(file, `${time} s`, 'there is no frame at this time');
  const notes = [
    `Frame at ${time.toFixed(2)} s of a ${stream.codec_name} clip, ${depth} bits, ${range} range.`,
  ];
  return { width, height, rgb: toCodes(bytes), depth, format: 'clip', notes };
}

/** How frames of a stream are taken from FFmpeg, and made codes. */
function decoding(stream: Stream) {
  const { width, height, pix_fmt: pixFmt } = stream;
  const rgb = isRgb(pixFmt);
  const depth = depthOf(pixFmt);
  const range = rangeOf(stream);
  const matrix = matrices[stream.color_space ?? ''] ?? defaultMatrix;
  const flags = ['-sws_flags', 'accurate_rnd+full_chroma_int+bicubic'];
  return {
    depth,
    range,
    frameBytes: width * height * 6,
    layout: ['-pix_fmt', rgb ? 'rgb48le' : 'yuv444p16le', ...flags, '-f', 'rawvideo', '-'],
    toCodes(bytes: Buffer): Float32Array {
      const copy = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
      const samples = new Uint16Array(copy);
      return rgb ? fromUint16(samples) : toRgb(samples, { range, depth, matrix });
    },
  };
}

/** A clip that is read from its first frame to its last. */
export interface OpenClip {
  facts: ClipFacts;
  /** What FFmpeg is asked, and how much of its answer is a frame. */
  args: string[];
  frameBytes: number;
  toCodes(bytes: Buffer): Float32Array;
}

/** Throws a FormatError, or NoFfmpeg where that is missing. */
export async function openClip(path: string, file: string): Promise<OpenClip> {
  const facts = await readClipFacts(path, file);
  const { stream } = await probe(path, file);
  const { layout, frameBytes, toCodes } = decoding(stream);
  const args = ['-nostdin', '-v', 'error', ...(await input(path, file)), '-map', '0:v:0', ...layout];
  return { facts, args, frameBytes, toCodes };
}

/** Planes of Y', Cb, Cr in 16 bits → interleaved R'G'B' codes, as shares of all codes of the stream's depth. */
function toRgb(
  samples: Uint16Array,
  {
    range,
    depth,
    matrix: [kr, kb],
  }: { range: 'full' | 'narrow'; depth: number; matrix: readonly [number, number] },
): Float32Array {
  const pixels = samples.length / 3;
  // FFmpeg shifts a depth up to 16 bits; brought back, a code is a share of the stream's own full scale.
  const unit = 2 ** (16 - depth) * (2 ** depth - 1);
  const { black, white } = levels(range, depth);
  const chromaSpan = range === 'full' ? 1 : (224 * 2 ** (depth - 8)) / (2 ** depth - 1);
  const middle = 2 ** (depth - 1) / (2 ** depth - 1);
  const [toCr, toCb] = [2 * (1 - kr), 2 * (1 - kb)];
  const kg = 1 - kr - kb;
  const out = new Float32Array(samples.length);
  for (let i = 0; i < pixels; i++) {
    const y = (samples[i] / unit - black) / (white - black);
    const cb = (samples[pixels + i] / unit - middle) / chromaSpan;
    const cr = (samples[2 * pixels + i] / unit - middle) / chromaSpan;
    const r = y + toCr * cr;
    const b = y + toCb * cb;
    const g = (y - kr * r - kb * b) / kg;
    out[i * 3] = hold(black + r * (white - black));
    out[i * 3 + 1] = hold(black + g * (white - black));
    out[i * 3 + 2] = hold(black + b * (white - black));
  }
  return out;
}

const hold = (x: number) => Math.min(Math.max(x, 0), 1);
