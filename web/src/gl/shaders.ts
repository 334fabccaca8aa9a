import { overlayNumbers, overlayShader } from './overlays.ts';

export const vertexShader = `#version 300 es
in vec2 position;
void main() { gl_Position = vec4(position, 0.0, 1.0); }
`;

/**
 * Draws a plate through baked cubes. Everything is read with texelFetch: no filtering but the tetrahedral
 * interpolation written here, the same walk from corner to corner as `applyTetrahedral` in core.
 */
export const fragmentShader = `#version 300 es
precision highp float;
precision highp sampler2D;
precision highp sampler3D;

uniform sampler2D plate;
uniform sampler3D afterCube;
uniform sampler3D beforeCube;
uniform sampler2D shotTables;
uniform vec2 canvasSize;
uniform vec2 origin;      // of the picture on the canvas, pixels from top left
uniform float texelsPerPixel;
uniform float split;      // canvas x: to the left of it "before" is shown
uniform bool trimmed;     // apply the shot lane
uniform bool afterRaw;    // show the code as recorded
uniform bool beforeRaw;
uniform mat3 trimMatrix;  // camera-linear to camera-linear
uniform float trimBlack;  // taken off after it
uniform vec3 trimLuminance;  // weights of the channels
uniform vec3 trimContrast;   // exponent less 1, luminance that stays, luminance below which it is even
uniform vec2 decodeSpan;  // code range of the decode table
uniform vec3 encodeSpan;  // low and high of log2(linear + offset), offset
uniform vec3 surround;
uniform sampler3D overlayCube;
uniform int overlayKind;
uniform sampler2D texturedPlate; // code after shot lane and texture
uniform bool textured;
uniform bool castLens;

out vec4 colour;

float table(float at, int row) {
  ivec2 size = textureSize(shotTables, 0);
  float x = clamp(at, 0.0, 1.0) * float(size.x - 1);
  int i = min(int(x), size.x - 2);
  float a = texelFetch(shotTables, ivec2(i, row), 0).r;
  float b = texelFetch(shotTables, ivec2(i + 1, row), 0).r;
  return mix(a, b, x - float(i));
}

float decodeCode(float code) { return table((code - decodeSpan.x) / (decodeSpan.y - decodeSpan.x), 0); }

float encodeLinear(float x) {
  float at = log2(max(x + encodeSpan.z, 1e-9));
  return table((at - encodeSpan.x) / (encodeSpan.y - encodeSpan.x), 1);
}

vec3 trim(vec3 code) {
  vec3 light = trimMatrix * vec3(decodeCode(code.r), decodeCode(code.g), decodeCode(code.b)) - trimBlack;
  float y = max(dot(light, trimLuminance), trimContrast.z);
  light *= pow(y / trimContrast.y, trimContrast.x);
  return clamp(vec3(encodeLinear(light.r), encodeLinear(light.g), encodeLinear(light.b)), 0.0, 1.0);
}

vec3 tetrahedral(sampler3D cube, vec3 code) {
  int top = textureSize(cube, 0).x - 1;
  vec3 at = clamp(code, 0.0, 1.0) * float(top);
  ivec3 a = min(ivec3(at), ivec3(top));
  vec3 f = at - vec3(a);
  ivec3 d = min(a + 1, ivec3(top));
  ivec3 b, c;
  vec3 s;
  if (f.r > f.g) {
    if (f.g > f.b)      { b = ivec3(d.r, a.g, a.b); c = ivec3(d.r, d.g, a.b); s = f.rgb; }
    else if (f.r > f.b) { b = ivec3(d.r, a.g, a.b); c = ivec3(d.r, a.g, d.b); s = f.rbg; }
    else                { b = ivec3(a.r, a.g, d.b); c = ivec3(d.r, a.g, d.b); s = f.brg; }
  } else if (f.b > f.g) { b = ivec3(a.r, a.g, d.b); c = ivec3(a.r, d.g, d.b); s = f.bgr; }
  else if (f.b > f.r)   { b = ivec3(a.r, d.g, a.b); c = ivec3(a.r, d.g, d.b); s = f.gbr; }
  else                  { b = ivec3(a.r, d.g, a.b); c = ivec3(d.r, d.g, a.b); s = f.grb; }
  return (1.0 - s.x) * texelFetch(cube, a, 0).rgb + (s.x - s.y) * texelFetch(cube, b, 0).rgb
       + (s.y - s.z) * texelFetch(cube, c, 0).rgb + s.z * texelFetch(cube, d, 0).rgb;
}
${overlayShader}
void main() {
  vec2 pixel = vec2(gl_FragCoord.x, canvasSize.y - gl_FragCoord.y);
  ivec2 texel = ivec2(floor((pixel - origin) * texelsPerPixel));
  ivec2 size = textureSize(plate, 0);
  if (any(lessThan(texel, ivec2(0))) || any(greaterThanEqual(texel, size))) {
    colour = vec4(surround, 1.0);
    return;
  }
  vec3 code = texelFetch(plate, texel, 0).rgb;
  bool before = pixel.x < split;
  bool raw = before ? beforeRaw : afterRaw;
  vec3 shown = code;
  if (!raw || overlayKind != 0) {
    if (trimmed) code = trim(code);
    vec3 seen = textured && !before ? texelFetch(texturedPlate, texel, 0).rgb : code;
    if (!raw) shown = before ? tetrahedral(beforeCube, seen) : tetrahedral(afterCube, seen);
  }
  vec3 marks = vec3(0.0);
  if (overlayKind == ${overlayNumbers.texture}) marks = before || raw ? shown : tetrahedral(afterCube, code);
  else if (overlayKind != 0 && overlayKind != ${overlayNumbers.ends}) marks = tetrahedral(overlayCube, code);
  colour = vec4(paintOverlay(shown, marks, overlayKind, castLens), 1.0);
}
`;
