import { painter } from '../../../workers/index.ts';
import { latestOnly } from '../../../workers/latest.ts';
import { type Drawing, pictureOf, type Renderer, type ViewCube } from '../../../gl/drawing.ts';

type Context = CanvasRenderingContext2D;

/** Texel on pixel: the data goes to the canvas as it is. */
function putPictures(
  context: Context,
  { origin: [x, y], split }: Drawing,
  after: ImageData,
  before?: ImageData,
) {
  context.putImageData(after, x, y);
  if (before) context.putImageData(before, x, y, 0, 0, Math.max(split - x, 0), before.height);
}

/** Larger than it is: the canvas scales, without smoothing. */
async function drawPictures(
  context: Context,
  d: Drawing,
  after: ImageData,
  before?: ImageData,
): Promise<void> {
  const [x, y] = d.origin;
  const w = d.pixels.width / d.texelsPerPixel;
  const h = d.pixels.height / d.texelsPerPixel;
  const bitmaps = await Promise.all([after, ...(before ? [before] : [])].map((p) => createImageBitmap(p)));
  context.imageSmoothingEnabled = false;
  context.drawImage(bitmaps[0], x, y, w, h);
  if (!bitmaps[1]) return;
  context.save();
  context.beginPath();
  context.rect(0, 0, d.split, d.height);
  context.clip();
  context.drawImage(bitmaps[1], x, y, w, h);
  context.restore();
}

interface Turn {
  d: Drawing;
  shown: (() => void) | undefined;
  done(): void;
  fail(error: unknown): void;
}

/** The viewer without WebGL 2: a worker applies trim and cube, a plain canvas shows it. */
export function makeWorkerRenderer(canvas: HTMLCanvasElement): Renderer {
  const context = canvas.getContext('2d', { alpha: false });
  if (!context) throw new Error('this browser has no canvas');

  const orderOf = ({ plate, pixels: { width, height } }: Pick<Drawing, 'plate' | 'pixels'>) => {
    const { url, profile, shot, trimmed } = plate;
    return { url, width, height, profile, shot: trimmed ? shot : null };
  };
  const paint = async (d: Drawing, cube: ViewCube, finish: Drawing['finish']) => {
    const { overlay, castLens } = d;
    const order = orderOf(d);
    const rgba = await painter.paint({ ...order, finish, cube, overlay, castLens });
    return new ImageData(rgba, order.width, order.height);
  };

  const drawNow = async (d: Drawing) => {
    const after = await paint(d, d.after, d.finish);
    const before = d.split > 0 ? await paint(d, d.before, null) : undefined;
    if (canvas.width !== d.width) canvas.width = d.width;
    if (canvas.height !== d.height) canvas.height = d.height;
    const level = Math.round(d.surround * 255);
    context.fillStyle = `rgb(${level} ${level} ${level})`;
    context.fillRect(0, 0, d.width, d.height);
    if (d.texelsPerPixel === 1) putPictures(context, d, after, before);
    else await drawPictures(context, d, after, before);
  };

  // Another picture is shown without its finish first: that is there at once, texture may take a while.
  let finished = '';
  const drawInTurn = async (d: Drawing, shown?: () => void) => {
    const picture = d.finish ? pictureOf(d) : '';
    if (picture !== finished && d.finish) {
      await drawNow({ ...d, finish: null });
      shown?.();
    }
    await drawNow(d);
    shown?.();
    finished = picture;
  };

  // What is old by the time its turn comes is never begun, and its promise left open: nobody waits for it any more.
  const draw = latestOnly(({ d, shown, done, fail }: Turn) => drawInTurn(d, shown).then(done, fail));
  return {
    kind: 'worker',
    // What goes wrong here goes wrong again when it is drawn, and is told then.
    prepare: (recording) => void painter.prepare(orderOf(recording)).catch(() => {}),
    draw: (d, shown) => new Promise<void>((done, fail) => draw({ d, shown, done, fail })),
    dispose: () => {},
  };
}
