import { webgl2Of } from '../../../gl/context.ts';
import * as twgl from 'twgl.js';
import { midGrey } from '@velvet-dusk/core/colour/exposure';
import { contrastFloor } from '@velvet-dusk/core/look/shot';
import { shotTables } from '@velvet-dusk/core/look/shotTables';
import type { Drawing, Renderer, ViewCube } from '../../../gl/drawing.ts';
import { overlayNumbers } from '../../../gl/overlays.ts';
import { latestFinishedCode } from './finishedCode.ts';
import { fragmentShader, vertexShader } from '../../../gl/shaders.ts';

/** A texture that is uploaded only when what it holds has changed. */
class HeldTexture {
  readonly texture: WebGLTexture;
  private held: unknown;

  constructor(
    private readonly gl: WebGL2RenderingContext,
    private readonly target: number,
  ) {
    this.texture = gl.createTexture();
    gl.bindTexture(target, this.texture);
    for (const filter of [gl.TEXTURE_MIN_FILTER, gl.TEXTURE_MAG_FILTER])
      gl.texParameteri(target, filter, gl.NEAREST);
    for (const wrap of [gl.TEXTURE_WRAP_S, gl.TEXTURE_WRAP_T, gl.TEXTURE_WRAP_R])
      gl.texParameteri(target, wrap, gl.CLAMP_TO_EDGE);
  }

  hold(source: unknown, upload: (gl: WebGL2RenderingContext) => void): WebGLTexture {
    if (this.held !== source) {
      this.gl.bindTexture(this.target, this.texture);
      this.gl.pixelStorei(this.gl.UNPACK_ALIGNMENT, 1);
      upload(this.gl);
      this.held = source;
    }
    return this.texture;
  }
}

const nothing: NonNullable<ViewCube> = { size: 2, data: new Float32Array(24) };

/** The viewer on WebGL 2. Throws where the context or float textures are missing. */
export function makeGlRenderer(canvas: HTMLCanvasElement): Renderer {
  const gl = webgl2Of(canvas);
  if (!gl) throw new Error('WebGL 2 is missing');
  const program = twgl.createProgramInfo(gl, [vertexShader, fragmentShader]);
  if (!program) throw new Error('the viewer program did not compile');
  const corners = { position: { numComponents: 2, data: [-1, -1, 3, -1, -1, 3] } };
  const triangle = twgl.createBufferInfoFromArrays(gl, corners);
  const plate = new HeldTexture(gl, gl.TEXTURE_2D);
  const tables = new HeldTexture(gl, gl.TEXTURE_2D);
  const after = new HeldTexture(gl, gl.TEXTURE_3D);
  const before = new HeldTexture(gl, gl.TEXTURE_3D);
  const overlay = new HeldTexture(gl, gl.TEXTURE_3D);
  const textured = new HeldTexture(gl, gl.TEXTURE_2D);
  const finishedCode = latestFinishedCode();
  let trim: { key: string; tables: ReturnType<typeof shotTables> } | undefined;

  const upload2d = (t: HeldTexture, source: Float32Array, w: number, h: number, rgb: boolean) =>
    t.hold(source, () =>
      gl.texImage2D(
        gl.TEXTURE_2D,
        0,
        rgb ? gl.RGB32F : gl.R32F,
        w,
        h,
        0,
        rgb ? gl.RGB : gl.RED,
        gl.FLOAT,
        source,
      ),
    );
  const uploadCube = (t: HeldTexture, cube: ViewCube) => {
    const { size, data } = cube ?? nothing;
    return t.hold(data, () =>
      gl.texImage3D(gl.TEXTURE_3D, 0, gl.RGB32F, size, size, size, 0, gl.RGB, gl.FLOAT, data),
    );
  };
  const trimFor = ({ plate: { profile, shot } }: Drawing) => {
    const key = JSON.stringify([profile, shot]);
    if (trim?.key !== key) trim = { key, tables: shotTables(profile, shot) };
    return trim.tables;
  };

  const drawNow = (d: Drawing, code: Float32Array | null) => {
    if (canvas.width !== d.width) canvas.width = d.width;
    if (canvas.height !== d.height) canvas.height = d.height;
    gl.viewport(0, 0, d.width, d.height);
    const t = trimFor(d);
    const { matrix: m, black, contrast, luminance } = t.correction;
    const uniforms = {
      plate: upload2d(plate, d.pixels.rgb, d.pixels.width, d.pixels.height, true),
      shotTables: upload2d(tables, t.data, t.size, 2, false),
      texturedPlate: upload2d(textured, code ?? d.pixels.rgb, d.pixels.width, d.pixels.height, true),
      textured: code !== null,
      afterCube: uploadCube(after, d.after),
      beforeCube: uploadCube(before, d.before),
      afterRaw: d.after === null,
      beforeRaw: d.before === null,
      canvasSize: [d.width, d.height],
      origin: d.origin,
      texelsPerPixel: d.texelsPerPixel,
      split: d.split,
      trimmed: d.plate.trimmed,
      trimMatrix: [m[0], m[3], m[6], m[1], m[4], m[7], m[2], m[5], m[8]],
      trimBlack: black,
      trimLuminance: luminance,
      trimContrast: [contrast - 1, midGrey, contrastFloor],
      decodeSpan: t.decodeSpan,
      encodeSpan: t.encodeSpan,
      overlayCube: uploadCube(overlay, d.overlay.cube),
      overlayKind: overlayNumbers[d.overlay.kind],
      castLens: d.castLens,
      surround: [d.surround, d.surround, d.surround],
    };
    gl.useProgram(program.program);
    twgl.setBuffersAndAttributes(gl, program, triangle);
    twgl.setUniforms(program, uniforms);
    twgl.drawBufferInfo(gl, triangle);
  };

  return {
    kind: 'webgl2',
    draw: (d, shown) =>
      finishedCode(d, (code) => {
        drawNow(d, code);
        shown?.();
      }),
    dispose() {
      for (const t of [plate, tables, after, before, overlay, textured]) gl.deleteTexture(t.texture);
      gl.deleteProgram(program.program);
    },
  };
}
