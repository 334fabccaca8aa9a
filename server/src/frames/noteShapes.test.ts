import { execFileSync } from 'node:child_process';
import { expect, test } from 'vitest';
import { windowWeight } from '@velvet-dusk/core/notes/geometry';
import type { WindowShape } from '@velvet-dusk/core/notes/shape';
import { shapePath } from '@velvet-dusk/core/notes/sketch';

/** Shapes of notes against a rasteriser of SVG (librsvg, which sharp draws with). */

const [width, height] = [640, 360];
const shapes: WindowShape[] = [
  { form: 'ellipse', centre: [0.4, 0.55], radii: [0.42, 0.17], turn: 33 },
  { form: 'ellipse', centre: [0.9, 0.1], radii: [0.2, 0.3], turn: -140 },
  {
    form: 'polygon',
    corners: [
      [0.1, 0.1],
      [0.9, 0.25],
      [0.35, 0.4],
      [0.7, 1.1],
      [0.05, 0.8],
    ],
  },
];

/** Draws SVGs in a process of its own: in this one the server refuses them, as whoever sends one may mean harm. */
function drawn(svgs: readonly string[]): Buffer[] {
  const script = `
    import sharp from 'sharp';
    const svgs = JSON.parse(await new Response(process.stdin).text());
    for (const svg of svgs)
      process.stdout.write(await sharp(Buffer.from(svg)).flatten({ background: '#000' }).greyscale().raw().toBuffer());`;
  const args = ['--input-type=module', '-e', script];
  const all = execFileSync(process.execPath, args, {
    cwd: import.meta.dirname,
    input: JSON.stringify(svgs),
    maxBuffer: 1e7,
  });
  const size = width * height;
  return svgs.map((_, i) => all.subarray(i * size, (i + 1) * size));
}

const outlines = shapes.map(
  (shape) =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><path d="${shapePath(shape, width, height)}" fill="#fff" fill-rule="evenodd" shape-rendering="crispEdges"/></svg>`,
);

test('what is drawn over the picture is where the light changes', () => {
  const pictures = drawn(outlines);
  shapes.forEach((shape, i) => expect(share(shape, pictures[i])).toBeLessThan(0.004));
});

/** Pixels of which outline and weight say different things, against those inside. Places of the path are rounded to a tenth of a pixel. */
function share(shape: WindowShape, picture: Buffer): number {
  const weight = windowWeight(shape, 0, width / height);
  let [inside, differing] = [0, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const mine = weight((x + 0.5) / width, (y + 0.5) / height) === 1;
      inside += Number(mine);
      differing += Number(mine !== picture[y * width + x] > 127);
    }
  expect(inside).toBeGreaterThan(5000);
  return differing / inside;
}
