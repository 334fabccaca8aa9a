import { stopsToLinear } from '@velvet-dusk/core/colour/exposure';
import { writeColour } from '@velvet-dusk/core/colour/oklabPixels';
import { greyLightness } from '@velvet-dusk/core/colour/oklab';
import { lumaOf } from '@velvet-dusk/core/colour/ycbcr';
import { write8BitPng } from '@velvet-dusk/core/formats/png';
import { makeCodec } from '@velvet-dusk/core/camera/codec';
import { trimCode } from '@velvet-dusk/core/look/trimCode';
import { applyTetrahedral } from '@velvet-dusk/core/lut/apply';
import { bake } from '@velvet-dusk/core/order/bake';
import { shownOn } from '@velvet-dusk/core/look/shown';
import { compilePipeline } from '@velvet-dusk/core/order/pipeline';
import type { Look } from '@velvet-dusk/core/look/document';
import type { LutMap } from '@velvet-dusk/core/look/steps/step';
import { changesText } from '@velvet-dusk/core/pack/guide/changes';
import { cardPath, guidePage } from '@velvet-dusk/core/pack/guide/guide';
import { type CardMeasures, lookCardPage } from '@velvet-dusk/core/pack/guide/lookCardPage';
import type { Manifest } from '@velvet-dusk/core/pack/manifest';
import { readLuts } from '@velvet-dusk/core/formats/lutTexts';
import type { PackSpec } from '@velvet-dusk/core/pack/spec';
import { standardDisplay } from '@velvet-dusk/core/render/display';
import { fileSlug } from '@velvet-dusk/core/slug';
import type { PdfPicture } from './guidePdf.ts';
import { compileEnd } from '@velvet-dusk/core/order/end';
import { type MeasuredPair, pairBlocks } from '@velvet-dusk/core/pack/guide/content';
import { pairResidual } from '@velvet-dusk/core/pack/pair';
import { framesOf, proofFrames } from './proofFrames.ts';
import type { RecordedFrame } from '@velvet-dusk/core/recording/recordedFrame';
import { plateCodes } from '@velvet-dusk/core/order/plateCodes';

export interface Page {
  path: string;
  data: string | Uint8Array;
}

/** Plates on a look card, and the grid they are shown through. */
const cardPlates = 3;
const cardGrid = 33;

/** A plate as an ordinary screen shows it, through the baked file, 8 bit. */
function picture(
  frame: RecordedFrame,
  look: Look,
  role: 'combined' | 'conversion',
  luts: LutMap,
): Uint8Array {
  const { profile, shot, code, width, height } = frame;
  const out = Float32Array.from(code);
  trimCode(makeCodec(profile), shot)(out);
  applyTetrahedral(bake({ look, profile, role, luts, display: standardDisplay, grid: cardGrid }), out);
  return write8BitPng({ width, height, rgb: out });
}

/** Skin in the light, as the readings take it: Oklab hue and saturation of a middling complexion (common practice). */
const skin = { hue: 48, saturation: 0.1 };

function measure(look: Look, { profiles }: PackSpec, luts: LutMap): CardMeasures {
  const light = new Float32Array(6).fill(stopsToLinear(0));
  writeColour({ lightness: greyLightness(stopsToLinear(0.3)), ...skin }, light, 3);
  const levels = (withLook: boolean): [number, number] => {
    const pipeline = compilePipeline({
      profile: profiles[0],
      look: shownOn(look, standardDisplay),
      withLook,
      luts,
    });
    const rgb = Float32Array.from(light);
    pipeline.look(rgb);
    pipeline.output(rgb);
    return [lumaOf(rgb[0], rgb[1], rgb[2]), lumaOf(rgb[3], rgb[4], rgb[5])];
  };
  const [before, after] = [levels(false), levels(true)];
  return { grey: [before[0], after[0]], skin: [before[1], after[1]] };
}

function cards(spec: PackSpec, manifest: Manifest): { pages: Page[]; pictures: PdfPicture[] } {
  const luts = readLuts(spec.luts);
  const frames = framesOf(spec).slice(0, cardPlates);
  const used = new Set(manifest.files.flatMap((f) => (f.look ? [f.look.id] : [])));
  const pages: Page[] = [];
  const onPaper: PdfPicture[] = [];
  for (const { id, document } of spec.looks.filter((l) => used.has(l.id))) {
    const pictures = frames.map((frame) => {
      const stem = `${fileSlug(id, 'look')}_${fileSlug(frame.id, 'plate')}`;
      const before = picture(frame, document, 'conversion', luts);
      const after = picture(frame, document, 'combined', luts);
      pages.push(
        { path: `look-cards/pictures/${stem}_before.png`, data: before },
        { path: `look-cards/pictures/${stem}_after.png`, data: after },
      );
      onPaper.push({ lookId: id, name: frame.name, before, after });
      return { name: frame.name, before: `pictures/${stem}_before.png`, after: `pictures/${stem}_after.png` };
    });
    const card = { pictures, measures: measure(document, spec, luts) };
    pages.push({ path: cardPath(id), data: lookCardPage(document, id, spec, card) });
  }
  return { pages, pictures: onPaper };
}

/** What monitor files and their partners make of the plates, by camera and stops over. */
function measurePairs(spec: PackSpec, { files }: Manifest): Map<string, MeasuredPair[]> {
  const luts = readLuts(spec.luts);
  const frames = proofFrames(spec);
  const measured = new Map<string, MeasuredPair[]>();
  const asked = new Map(
    files
      .filter((f) => f.role === 'monitor-partner' && f.look && f.offset < 0)
      .map((f) => [`${f.from}|${-f.offset}|${f.look!.id}`, f]),
  );
  for (const { from, offset, look: told } of asked.values()) {
    const profile = spec.profiles.find((p) => p.id === from);
    const look = spec.looks.find((l) => l.id === told!.id)?.document;
    if (!profile || !look || frames.length === 0) continue;
    const codes = plateCodes(frames, compileEnd({ kind: 'scene', profile }, look.rendering));
    const order = {
      look,
      profile,
      display: standardDisplay,
      role: 'monitor-partner' as const,
      offset: -offset,
    };
    const key = `${from}|${-offset}`;
    measured.set(key, [
      ...(measured.get(key) ?? []),
      { lookName: look.name, ...pairResidual(order, codes, luts) },
    ]);
  }
  return measured;
}

export interface PagesTask {
  spec: PackSpec;
  manifest: Manifest;
}

/** What of a pack is for people: guide, look cards, licence, changes. In a thread: pictures and paper take seconds. */
export async function makePages({ spec, manifest }: PagesTask): Promise<Page[]> {
  // Loaded when a guide is made: it is a quarter of what a program would read at its start.
  const { guidePdf } = await import('./guidePdf.ts');
  const { licence } = spec.pack;
  const changes = changesText(spec, manifest);
  const { pages, pictures } = cards(spec, manifest);
  const pairs = pairBlocks(manifest, spec, measurePairs(spec, manifest));
  return [
    { path: 'index.html', data: guidePage(spec, manifest, pairs) },
    { path: 'guide.pdf', data: await guidePdf(spec, manifest, { pictures, pairs }) },
    ...pages,
    ...(changes === '' ? [] : [{ path: 'CHANGES.txt', data: changes }]),
    ...(licence === '' ? [] : [{ path: 'LICENCE.txt', data: `${licence.trimEnd()}\n` }]),
  ];
}
