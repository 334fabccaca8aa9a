import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { NoFfmpeg, type OpenClip, program } from './clip.ts';

/** Characters of complaints that are kept. */
const longestError = 4000;

/** Resolves when a program ends well. Rejects with the last line of what it complained about. */
function ended(child: ChildProcess, what: string): Promise<void> {
  let errors = '';
  child.stderr?.on('data', (chunk: Buffer) => {
    if (errors.length < longestError) errors += chunk.toString();
  });
  return new Promise((resolve, reject) => {
    child.on('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'ENOENT' ? new NoFfmpeg() : error),
    );
    child.on('close', (code) =>
      code === 0
        ? resolve()
        : reject(new Error(`${what}: ${errors.trim().split('\n').pop() || `FFmpeg ended with ${code}`}`)),
    );
  });
}

/** Frames of a clip one after the other, as codes 0–1, interleaved. One is held at a time. */
export async function* framesOf({ args, frameBytes, toCodes }: OpenClip): AsyncGenerator<Float32Array> {
  const child = spawn(program('ffmpeg'), args, { stdio: ['ignore', 'pipe', 'pipe'] });
  const end = ended(child, 'the clip cannot be read to its end');
  // Awaited below; without this a failure before that would be nobody's.
  end.catch(() => {});
  const frame = Buffer.alloc(frameBytes);
  let filled = 0;
  try {
    for await (const chunk of child.stdout as AsyncIterable<Buffer>)
      for (let at = 0; at < chunk.length;) {
        const taken = chunk.copy(frame, filled, at, Math.min(chunk.length, at + frameBytes - filled));
        at += taken;
        filled += taken;
        if (filled < frameBytes) continue;
        filled = 0;
        yield toCodes(frame);
      }
    await end;
  } finally {
    child.kill('SIGKILL');
  }
}

export interface ClipWriter {
  /** @param rgb display signal as 8-bit R'G'B', interleaved. */
  write(rgb: Uint8Array): Promise<void>;
  /** Ends the file. Throws where it could not be written whole. */
  finish(): Promise<void>;
  /** Leaves off. */
  drop(): void;
}

/** Writes frames as H.264 in an MP4 file, BT.709 in narrow range, as every player has it. */
export function writeClip(
  out: string,
  { width, height, rate }: { width: number; height: number; rate: number },
): ClipWriter {
  const tags = [
    '-color_primaries',
    'bt709',
    '-color_trc',
    'bt709',
    '-colorspace',
    'bt709',
    '-color_range',
    'tv',
  ];
  const even = 'pad=ceil(iw/2)*2:ceil(ih/2)*2,scale=out_color_matrix=bt709:out_range=tv';
  const child = spawn(
    program('ffmpeg'),
    [
      ...['-nostdin', '-v', 'error', '-y'],
      ...[
        '-f',
        'rawvideo',
        '-pix_fmt',
        'rgb24',
        '-s',
        `${width}x${height}`,
        '-r',
        String(rate),
        '-i',
        'pipe:0',
      ],
      ...['-vf', even, '-c:v', 'libx264', '-preset', 'veryfast', '-crf', '16', '-pix_fmt', 'yuv420p'],
      ...tags,
      ...['-movflags', '+faststart', '-f', 'mp4', out],
    ],
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  const end = ended(child, 'the proof clip cannot be written');
  end.catch(() => {});
  // Said by `finish`; a pipe that broke is only the sign of it.
  child.stdin.on('error', () => {});
  return {
    async write(rgb) {
      if (!child.stdin.write(rgb)) await Promise.race([once(child.stdin, 'drain'), end]);
    },
    async finish() {
      child.stdin.end();
      await end;
    },
    drop: () => void child.kill('SIGKILL'),
  };
}
