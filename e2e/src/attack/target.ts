import { spawn } from 'node:child_process';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { parseLook } from '@velvet-dusk/core/look/document';
import { encodePng } from '@velvet-dusk/server/frames/raster';
import { openServices } from '@velvet-dusk/server/services/index';
import {
  builtServer,
  demoDocument,
  newFolder,
  type ServerProcess,
  spawnServer,
} from '@velvet-dusk/server/testing/fixture';

export { demoDocument, newFolder };

/** Servers to be attacked, on folders of their own. Whoever starts them sees to it that they are built. */

/** A frame of noise, which does not pack. */
export function noiseFrame(width: number, height: number, seed = 1): Promise<Buffer> {
  const rgb = new Float32Array(width * height * 3);
  for (let i = 0, x = seed; i < rgb.length; i++) {
    x = (Math.imul(x, 1664525) + 1013904223) >>> 0;
    rgb[i] = x / 2 ** 32;
  }
  return encodePng({ width, height, rgb });
}

/** A folder with a small project in it: one profile, one look, one plate, as many looks more as are asked for. */
export async function filledFolder(looks = 0): Promise<string> {
  const folder = newFolder();
  const services = await openServices(folder);
  await services.profiles.addMissing(parseProfile(demoDocument('profiles/heron.json'), 'heron'));
  await services.projects.create('p', 'Attacked');
  const look = parseLook(demoDocument('looks/slack-water.json'), 'look');
  await services.looks.create('p', look, 'look');
  for (let i = 0; i < looks; i++) await services.looks.create('p', look, `look-${i}`);
  const bytes = new Uint8Array(await noiseFrame(320, 180));
  await services.plates.addBytes(bytes, 'a.png', {
    id: 'plate',
    projectId: 'p',
    name: 'A',
    profileId: 'heron',
  });
  await services.close();
  return folder;
}

/** A server of its own; what it logs is part of the attack and not shown, unless `DUSK_LOG` says so. */
export const startTarget = (folder: string): Promise<ServerProcess> =>
  spawnServer(folder, { DUSK_LOG: process.env.DUSK_LOG ?? 'silent' });

/**
 * A server on a disk of its own of so many MB, in a name space of its own, that is begun again whenever it ends.
 * Throws where this machine does not let a disk be made.
 */
export async function startOnSmallDisk(folder: string, megabytes: number) {
  const disk = newFolder();
  const script = [
    `mount -t tmpfs -o size=${megabytes}m tmpfs "${disk}" || exit 9`,
    `cp -r "${folder}/." "${disk}"`,
    'for i in 1 2 3; do "$NODE" "$PROGRAM"; done',
  ].join('\n');
  const child = spawn('unshare', ['-rm', 'sh', '-c', script], {
    env: {
      ...process.env,
      DUSK_DATA: disk,
      DUSK_PORT: '0',
      DUSK_LOG: process.env.DUSK_LOG ?? 'silent',
      NODE: process.execPath,
      PROGRAM: builtServer,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
    detached: true,
  });
  const urls: string[] = [];
  child.stdout.on('data', (text: Buffer) => {
    const match = /is at (http:\/\/[^/\s]+)/.exec(text.toString());
    if (match) urls.push(match[1]);
  });
  let ended = false;
  child.on('exit', () => (ended = true));
  /** The address after so many starts. */
  const address = async (starts: number): Promise<string> => {
    while (urls.length < starts) {
      if (ended) throw new Error('a disk of its own cannot be made here (unshare and mount are needed)');
      await new Promise((r) => setTimeout(r, 50));
    }
    return urls[starts - 1];
  };
  return { address, end: () => process.kill(-child.pid!, 'SIGKILL') };
}

/** Asks as a page or a script would; gives status and body. */
export async function call(
  url: string,
  method: string,
  path: string,
  { json, bytes, revision }: { json?: unknown; bytes?: Uint8Array; revision?: number } = {},
): Promise<{ status: number; body: unknown; ms: number }> {
  const start = performance.now();
  const answer = await fetch(`${url}/api${path}`, {
    method,
    headers: {
      ...(json === undefined ? {} : { 'content-type': 'application/json' }),
      ...(revision === undefined ? {} : { 'if-match': `"${revision}"` }),
    },
    body: json === undefined ? (bytes ? new Blob([new Uint8Array(bytes)]) : null) : JSON.stringify(json),
  });
  const body: unknown = await answer.json().catch(() => null);
  return { status: answer.status, body, ms: performance.now() - start };
}
