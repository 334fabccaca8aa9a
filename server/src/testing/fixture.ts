import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { seeded } from '@velvet-dusk/core/numeric/random';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { writePng } from '@velvet-dusk/core/formats/png';
import { parseLook } from '@velvet-dusk/core/look/document';
import { databasePath, sumsPath } from '../db/paths.ts';
import { openServices, type Services } from '../services/index.ts';

/** A small project to test against: one profile, one look, one tiny plate. */

export const demoDocument = (file: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../../demo/${file}`, import.meta.url), 'utf8'));

/** What people, systems and links call folders: each of these has kept a file from being sent or found somewhere. */
export const awkwardFolderName = '.data of Größe #1, 50 %';

/** A fresh data folder of an awkward name, so that whatever is tested is tested with one. */
export function newFolder(): string {
  const folder = join(mkdtempSync(join(tmpdir(), 'dusk-server-')), awkwardFolderName);
  mkdirSync(folder);
  return folder;
}
export const slackWater = parseLook(demoDocument('looks/slack-water.json'), 'slack-water');

const uniform = seeded(6);
export const tinyFrame = new Uint8Array(
  writePng({
    width: 40,
    height: 20,
    rgb: new Float32Array(40 * 20 * 3).map(uniform),
  }),
);

export async function fill(services: Services): Promise<void> {
  await services.profiles.addMissing(parseProfile(demoDocument('profiles/heron.json'), 'heron'));
  await services.projects.create('p', 'Test');
  await services.looks.create('p', slackWater, 'look');
  await services.plates.addBytes(tinyFrame, 'tiny.png', {
    id: 'plate',
    projectId: 'p',
    name: 'Tiny',
    profileId: 'heron',
  });
}

let filled: Promise<string> | undefined;

async function fillOnce(): Promise<string> {
  const folder = newFolder();
  const services = await openServices(folder);
  await fill(services);
  await services.close();
  return folder;
}

/**
 * A filled data folder, closed, for a server in a process of its own. A copy: the driver keeps connections of past
 * transactions until they are collected, and one of those in this process would, when it goes, write its old log over
 * what the server has saved since.
 */
export async function filledFolder(): Promise<string> {
  filled ??= fillOnce();
  const folder = newFolder();
  cpSync(await filled, folder, { recursive: true, filter: (path) => !/-(wal|shm)$/.test(path) });
  return folder;
}

/** As a kill leaves a folder: nothing is known of the pages of its database, and SQLite's own check has to find damage. */
export const asAfterKill = (folder: string): void => {
  for (const path of [sumsPath(folder), `${databasePath(folder)}-wal`, `${databasePath(folder)}-shm`])
    rmSync(path, { force: true });
};

export interface ServerProcess {
  url: string;
  process: ChildProcess;
  /** Ends it as a crash would: at once, with nothing tidied. */
  kill(): Promise<void>;
  /** Ends it in good order. */
  stop(): Promise<void>;
}

/** The program, built when the tests begin. */
export const builtServer = fileURLToPath(new URL('../../../.build/server.mjs', import.meta.url));

/** The address a program says that it is at. Rejects where it ends before. */
export const addressSaid = (child: ChildProcess, who: string): Promise<string> =>
  new Promise((resolve, reject) => {
    child.stdout!.on('data', (text: Buffer) => {
      const match = /at (http:\/\/[^/\s]+)/.exec(text.toString());
      if (match) resolve(match[1]);
    });
    child.on('exit', (code) => reject(new Error(`${who} ended with ${code}`)));
  });

/** @param dataFolder where it keeps its data; its own default where there is none. */
export async function spawnServer(
  dataFolder: string | undefined,
  env: Record<string, string> = {},
  program = builtServer,
): Promise<ServerProcess> {
  const child = spawn(process.execPath, [program], {
    env: { ...process.env, DUSK_DATA: dataFolder, DUSK_PORT: '0', ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await addressSaid(child, 'the server');
  const end = (signal: NodeJS.Signals) =>
    new Promise<void>((done) => {
      if (child.exitCode !== null || child.signalCode !== null) return done();
      child.on('exit', () => done());
      child.kill(signal);
    });
  return { url, process: child, kill: () => end('SIGKILL'), stop: () => end('SIGTERM') };
}
