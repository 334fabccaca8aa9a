import type { ShotRecord } from '@velvet-dusk/core/recording/shotRecord';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { record } from '@velvet-dusk/core/camera/sensor';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { parseExr, type SceneFrame } from '@velvet-dusk/core/formats/exr/parse';
import { encodePng } from '@velvet-dusk/server/frames/raster';
import { parseChartCsv } from '@velvet-dusk/core/formats/chartCsv';
import { newLook, parseLook } from '@velvet-dusk/core/look/document';
import { compilePipeline } from '@velvet-dusk/core/order/pipeline';
import { chartLayout } from '@velvet-dusk/core/plate/chartLayout';
import { usualPractice } from '@velvet-dusk/core/readings/practice';
import type { Mark } from '@velvet-dusk/core/plate/marks';
import type { Services } from '@velvet-dusk/server/services/index';
import { nightCrewPack } from './nightCrew.ts';
import { type DemoPlate, demoPlates } from './plates.ts';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { standardDisplay } from '@velvet-dusk/core/render/display';

const demoFolder = fileURLToPath(new URL('..', import.meta.url));
export const demoProjectId = 'saltmarsh-line';
const projectId = demoProjectId;

/** The looks in the order of the project; the first is on the bench when it is opened. */
const lookOrder = ['slack-water', 'sodium-quay', 'oilskin', 'lamplight-negative'];

/** One JSON file a document; the file name without its ending is the ID. */
function documents(folder: string) {
  return readdirSync(`${demoFolder}${folder}`)
    .filter((f) => f.endsWith('.json'))
    .map((f) => {
      const path = `${demoFolder}${folder}/${f}`;
      return { id: f.slice(0, -'.json'.length), path, value: parseJson(readFileSync(path, 'utf8'), path) };
    });
}

/** Makes the demo project where it is missing; what a user has changed in it since is left alone. */
export async function seedDemo(services: Services, say: (line: string) => void): Promise<void> {
  if (!(await services.projects.exists(projectId))) {
    await services.projects.create(projectId, 'Saltmarsh Line', { isDemo: true });
    // The looks of this show lean on their shadows.
    const { revision } = await services.projects.settings(projectId);
    const practice = { ...usualPractice, shadows: 'tinted' as const };
    await services.projects.setSettings(projectId, { practice }, revision);
  }
  for (const { path, value } of documents('profiles'))
    await services.profiles.addMissing(parseProfile(value, path), { projectId });
  const project = await services.projects.open(projectId);
  const looks = documents('looks').sort((a, b) => lookOrder.indexOf(a.id) - lookOrder.indexOf(b.id));
  // One that is there and cannot be read is left as it is.
  const there = new Set([...project.looks, ...project.unreadable].map((l) => l.id));
  for (const { id, path, value } of looks)
    if (!there.has(id)) await services.looks.create(projectId, parseLook(value, path), id);
  const missing = demoPlates.filter((p) => !project.plates.some((q) => q.id === p.id));
  let reading: Promise<unknown> = Promise.resolve();
  const chart = missing.some((p) => p.chart) ? demoChart() : undefined;
  for (const plate of missing) {
    const taken = await services.plates.exists(plate.id);
    // A plate the user deleted stays deleted.
    if (taken) continue;
    say(`Recording "${plate.name}" through ${plate.profile} …`);
    const codec = makeCodec(await services.profiles.get(plate.profile));
    const scene = master(plate.master);
    const rgb = record(scene.rgb, bt709, codec, plate);
    const png = await encodePng({ ...scene, rgb });
    // Read in its worker thread, in this order, while the next one is recorded.
    reading = reading.then(() =>
      services.plates.addBytes(png, `${plate.id}.png`, {
        id: plate.id,
        projectId,
        name: plate.name,
        profileId: plate.labelled ?? plate.profile,
        note: noteOf(plate),
        record: recordOf(plate),
        ...(plate.shotNotes && { shotNotes: plate.shotNotes }),
        marks: [...plate.marks, ...(plate.chart && chart ? [chart] : [])],
      }),
    );
  }
  await reading;
  if (!project.plates.some((p) => p.kind === 'reference')) await addReference(services, say);
  await addPack(services);
}

const packId = 'night-crew';

/** The pack of the show, where it was never there. */
async function addPack({ packs }: Services): Promise<void> {
  if (!(await packs.exists(packId))) await packs.create(projectId, nightCrewPack(), packId);
}

/** Orders the pack's first release; none where there is one or it is under way, or the pack is gone. */
export async function releaseDemo({ packs, packExports, jobs }: Services): Promise<void> {
  const there = (await packs.list(projectId)).items.find((p) => p.id === packId);
  if (!there || (await packs.releases(packId)).length > 0) return;
  const { counts } = await jobs.list(projectId);
  if (counts.queued + counts.running + counts.paused > 0) return;
  await packExports.order(packId, {
    revision: there.revision,
    release: {
      note: 'First night on the ferry',
      recipients: 'Camera, editing',
      reasons: {
        criteria: '',
        accuracy:
          'Monitors on set take 17 points; the looks are too steep for them, and nobody grades there.',
        rules: '',
      },
    },
  });
}

const masters = new Map<string, SceneFrame>();

/** A master, unpacked once for all its recordings. */
function master(file: string): SceneFrame {
  const known = masters.get(file);
  if (known) return known;
  const scene = parseExr(readFileSync(`${demoFolder}plates/${file}`), file);
  masters.set(file, scene);
  return scene;
}

const signed = (x: number) => `${x < 0 ? '−' : '+'}${Math.abs(x).toFixed(1)}`;

function noteOf({ sensitivity, exposure, bitDepth, balance }: DemoPlate): string {
  const parts = [`EI ${sensitivity}`, `recorded at ${signed(exposure)} st`];
  if (bitDepth) parts.push(`${bitDepth} bits`);
  if (balance) parts.push(`light ${signed(balance.mired)} mired off`);
  return parts.join(', ');
}

/** The camera report of a plate. */
const recordOf = ({ sensitivity, exposure, slate = '' }: DemoPlate): Partial<ShotRecord> => ({
  slate,
  ei: sensitivity,
  meterOffset: exposure,
});

/** The demo's chart as a mark: its patches where the file beside the master says they are, with what they hold. */
function demoChart(): Mark {
  const file = 'heads-and-chart.csv';
  const csv = parseChartCsv(readFileSync(`${demoFolder}plates/${file}`, 'utf8'), file);
  return { id: 'chart', kind: 'chart', ...chartLayout(csv, 'rendered', { width: 1280, height: 720 }) };
}

const referenceId = 'reference-ebb';

/** A finished still to look towards: the wheelhouse under a warmer, softer look than any that ships. */
async function addReference(services: Services, say: (line: string) => void): Promise<void> {
  if (await services.plates.exists(referenceId)) return;
  say('Rendering a reference still …');
  const look = parseLook(
    {
      ...newLook('Ebb'),
      steps: [
        { id: 'contrast', type: 'contrast', params: { contrast: 0.92 } },
        {
          id: 'zones',
          type: 'zones',
          params: {
            blacks: { density: -0.3, warm: -0.3, green: 0.05 },
            shadows: { density: -0.1, warm: -0.25, green: 0.1 },
            midtones: { density: 0.05, warm: 0.22, green: 0.02 },
            highlights: { density: 0.1, warm: 0.3, green: 0.02 },
          },
        },
        { id: 'saturation', type: 'saturation', params: { amount: 0.8 } },
      ],
    },
    'reference',
  );
  const profile = await services.profiles.get('heron');
  const scene = master('wheelhouse-overcast.exr');
  const rgb = record(scene.rgb, bt709, makeCodec(profile), { exposure: 0, seed: 3, noise: 0.3 });
  compilePipeline({ profile, look: shownOn(look, standardDisplay) }).run(rgb);
  await services.plates.addBytes(await encodePng({ ...scene, rgb }), `${referenceId}.png`, {
    id: referenceId,
    projectId,
    name: 'Reference, ebb light',
    kind: 'reference',
    profileId: 'bt1886',
  });
}
