import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { record } from '@velvet-dusk/core/camera/sensor';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parseJson } from '@velvet-dusk/core/document';
import { parseExr } from '@velvet-dusk/core/formats/exr';
import { writePng } from '@velvet-dusk/core/formats/png';
import { parseLook } from '@velvet-dusk/core/look/document';
import type { Services } from '@velvet-dusk/server/services/index';
import { demoPlates, toArea } from './plates.ts';

const demoFolder = fileURLToPath(new URL('..', import.meta.url));
const projectId = 'saltmarsh-line';

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
  for (const { path, value } of documents('profiles')) await services.profiles.put(parseProfile(value, path));
  if (!(await services.projects.exists(projectId)))
    await services.projects.create(projectId, 'Saltmarsh Line');
  const project = await services.projects.open(projectId);
  for (const { id, path, value } of documents('looks'))
    if (!project.looks.some((l) => l.id === id))
      await services.looks.create(projectId, parseLook(value, path), id);
  const missing = demoPlates.filter((p) => !project.plates.some((q) => q.id === p.id));
  for (const plate of missing) {
    say(`Recording "${plate.name}" through ${plate.profile} …`);
    const codec = makeCodec(await services.profiles.get(plate.profile));
    const scene = parseExr(readFileSync(`${demoFolder}plates/${plate.master}`), plate.master);
    const rgb = record(scene.rgb, bt709, codec, plate);
    const exposure = `${plate.exposure < 0 ? '−' : '+'}${Math.abs(plate.exposure).toFixed(1)} st`;
    await services.plates.add(writePng({ ...scene, rgb }), `${plate.id}.png`, {
      id: plate.id,
      projectId,
      name: plate.name,
      profileId: plate.profile,
      note: `EI ${plate.sensitivity}, recorded at ${exposure}`,
      skin: plate.skin.map(toArea),
    });
  }
}
