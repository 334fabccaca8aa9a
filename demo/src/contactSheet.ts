import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { parseProfile } from '@velvet-dusk/core/camera/profile';
import { record } from '@velvet-dusk/core/camera/sensor';
import { bt709 } from '@velvet-dusk/core/colour/spaces/index';
import { parseJson } from '@velvet-dusk/core/parseJson';
import { parseExr } from '@velvet-dusk/core/formats/exr/parse';
import { shrink } from '@velvet-dusk/core/formats/frameScale';
import { compilePipeline } from '@velvet-dusk/core/order/pipeline';
import { lookFrom, startingPoints } from '@velvet-dusk/core/look/startingPoints';
import { type DemoPlate, demoPlates } from './plates.ts';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { standardDisplay } from '@velvet-dusk/core/render/display';

/** Every starting point on every plate of the demo, as one picture: rows are starting points, columns plates. */

const demoFolder = fileURLToPath(new URL('..', import.meta.url));
const cell = { width: 128, height: 72 };
const margin = { left: 132, top: 8 };

/** A demo plate as it was recorded, small. */
function recorded(plate: DemoPlate) {
  const file = `${demoFolder}profiles/${plate.labelled ?? plate.profile}.json`;
  const path = `${demoFolder}plates/${plate.master}`;
  const scene = parseExr(readFileSync(path), path);
  const shotWith = `${demoFolder}profiles/${plate.profile}.json`;
  const camera = parseProfile(parseJson(readFileSync(shotWith, 'utf8'), shotWith), shotWith);
  const code = record(scene.rgb, bt709, makeCodec(camera), plate);
  return {
    profile: parseProfile(parseJson(readFileSync(file, 'utf8'), file), file),
    code: shrink(code, scene.width, scene.height, cell.width, cell.height),
  };
}

const label = (text: string, y: number) =>
  `<text x="8" y="${y}" font-family="sans-serif" font-size="11.5" fill="#a8a8a8">${text}</text>`;

/** Draws the sheet into a PNG file. */
export async function contactSheet(out: string): Promise<void> {
  const plates = demoPlates.map(recorded);
  const size = {
    width: margin.left + plates.length * cell.width,
    height: 2 * margin.top + startingPoints.length * cell.height,
  };
  const parts: sharp.OverlayOptions[] = [];
  startingPoints.forEach((point, row) =>
    plates.forEach(({ profile, code }, column) => {
      const rgb = Float32Array.from(code);
      compilePipeline({ profile, look: shownOn(lookFrom(point.id, point.label), standardDisplay) }).run(rgb);
      const input = Buffer.from(Uint8ClampedArray.from(rgb, (v) => v * 255));
      const place = { left: margin.left + column * cell.width, top: margin.top + row * cell.height };
      parts.push({ input, raw: { ...cell, channels: 3 }, ...place });
    }),
  );
  const labels = startingPoints.map((p, row) =>
    label(p.label, margin.top + row * cell.height + cell.height / 2 + 4),
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}">${labels.join('')}</svg>`;
  // The server's reader of foreign pictures closes this format, where both are in one process; this drawing is ours.
  sharp.unblock({ operation: ['VipsForeignLoadSvg'] });
  parts.push({ input: Buffer.from(svg), left: 0, top: 0 });
  await sharp({ create: { ...size, channels: 3, background: '#141414' } })
    .composite(parts)
    .png({ palette: true, colours: 256 })
    .toFile(out);
}
