import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { notedPlates } from '@velvet-dusk/core/notes/words';
import { record } from '@velvet-dusk/core/camera/sensor';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parseExr } from '@velvet-dusk/core/formats/exr/parse';
import { frameToPlate } from '@velvet-dusk/core/pack/specPlates';
import { parseLook } from '@velvet-dusk/core/look/document';
import { neutralShot } from '@velvet-dusk/core/look/shot';
import { newPack, type Pack, packItemSchema } from '@velvet-dusk/core/pack/document';
import { type PackSpec, specOf, type SpecPlate } from '@velvet-dusk/core/pack/spec';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { demoPlates, size as masterSize } from './plates.ts';

const folder = fileURLToPath(new URL('..', import.meta.url));

/** The looks of the show and the cameras they are handed out for. */
const lookIds = ['slack-water', 'sodium-quay', 'oilskin', 'lamplight-negative'];
const cameraIds = ['heron', 'plover', 'curlew', 'wren'];
const narrowVideo = 'video-narrow';

const item = (wish: object) => packItemSchema.parse(wish);
const forPost = [
  item({ role: 'conversion', destinations: ['editor'] }),
  item({ role: 'combined', destinations: ['editor'] }),
  item({ role: 'creative-display', destinations: ['editor'] }),
];
const mainCamera = [
  item({ role: 'combined', grid: 65, destinations: ['finishing'] }),
  item({ role: 'monitor', grid: 17, offset: 1, destinations: ['camera-slot', 'field-monitor'] }),
  item({ role: 'monitor-partner', offset: 1, destinations: ['editor'] }),
];
const onRecorder = [item({ role: 'combined', output: narrowVideo, destinations: ['recorder'] })];

/** The pack of the demo: what the night crew of the ferry takes to the set and to the cutting room. */
export function nightCrewPack(): Pack {
  const pack = newPack('Night Crew');
  return {
    ...pack,
    licence: 'For the production of "Saltmarsh Line" only. Not to be passed on.',
    outputs: [...pack.outputs, { id: narrowVideo, display: { output: 'bt1886', range: 'narrow' } }],
    cells: lookIds.flatMap((lookId) =>
      cameraIds.map((profileId) => ({
        lookId,
        profileId,
        items: [
          ...forPost,
          ...(profileId === 'heron' ? mainCamera : []),
          ...(profileId === 'wren' ? onRecorder : []),
        ],
      })),
    ),
    looks: [
      {
        lookId: 'slack-water',
        notBaked: 'A soft window darkens the upper third of the wide shots by a third of a stop.',
        advice: 'Begin at 60 % on skin in close-up.',
      },
      { lookId: 'oilskin', notBaked: '', advice: 'Full strength by day, 40 % under sodium lamps.' },
    ],
  };
}

function document(path: string): unknown {
  return parseJson(readFileSync(`${folder}${path}`, 'utf8'), path);
}

/** Masters recorded by the main camera, small. */
function plates(): SpecPlate[] {
  const heron = parseProfile(document('profiles/heron.json'), 'heron');
  const masters = readdirSync(`${folder}plates`).filter((f) => f.endsWith('.exr'));
  return masters.map((file) => {
    const scene = parseExr(readFileSync(`${folder}plates/${file}`), file);
    const rgb = record(scene.rgb, bt709, makeCodec(heron), { exposure: 0, seed: 7 });
    const id = file.replace('.exr', '');
    return frameToPlate(
      { ...scene, rgb },
      { id, name: id.replaceAll('-', ' '), profileId: heron.id, shot: neutralShot },
    );
  });
}

/** The pack as one document, without a server. @param withPlates proved on pictures, too. */
export function nightCrewSpec({ withPlates = true } = {}): PackSpec {
  const spec = specOf(nightCrewPack(), {
    looks: lookIds.map((id) => ({
      id,
      version: 1,
      document: parseLook(document(`looks/${id}.json`), id),
    })),
    profiles: cameraIds.map((id) => parseProfile(document(`profiles/${id}.json`), id)),
  });
  return {
    ...spec,
    project: 'Saltmarsh Line',
    plates: withPlates ? plates() : [],
    shotNotes: notedPlates(
      demoPlates.map(({ name, slate = '', shotNotes = [] }) => ({
        name,
        record: { slate },
        shotNotes,
        ...masterSize,
      })),
    ),
  };
}
