import { Color, GLSL3, type IUniform, ShaderMaterial, SRGBColorSpace, type Vector2 } from 'three';

/** Each corner of a segment's rectangle, which reaches half the width beyond both ends. */
const CORNERS = `
in vec3 start;
in vec3 end;
uniform vec2 size;
uniform float halfWidth;
out vec2 at;
flat out float run;

void main() {
  vec4 first = projectionMatrix * modelViewMatrix * vec4(start, 1.0);
  vec4 last = projectionMatrix * modelViewMatrix * vec4(end, 1.0);
  vec2 way = (last.xy / last.w - first.xy / first.w) * size / 2.0;
  run = length(way);
  vec2 ahead = run > 0.0 ? way / run : vec2(1.0, 0.0);
  vec2 aside = vec2(-ahead.y, ahead.x);
  bool isLast = gl_VertexID % 4 > 1;
  float beyond = isLast ? halfWidth : -halfWidth;
  float side = gl_VertexID % 2 == 0 ? -halfWidth : halfWidth;
  at = vec2(isLast ? run + beyond : beyond, side);
  gl_Position = isLast ? last : first;
  gl_Position.xy += (beyond * ahead + side * aside) * 2.0 / size * gl_Position.w;
}`;

/** Round ends, so that segments that meet leave no notch. */
const ROUND = `
uniform vec3 colour;
uniform float opacity;
uniform float halfWidth;
in vec2 at;
flat in float run;
out vec4 painted;

void main() {
  if (distance(at, vec2(clamp(at.x, 0.0, run), 0.0)) > halfWidth) discard;
  painted = vec4(colour, opacity);
}`;

/** Paints the rectangles of a `WideLine`; width and the size of the sheet, which may be shared, are in pixels. */
export function lineMaterial(colour: string, width: number, opacity: number, size: IUniform<Vector2>): ShaderMaterial {
  const { r, g, b } = new Color(colour).getRGB({ r: 0, g: 0, b: 0 }, SRGBColorSpace);
  return new ShaderMaterial({
    glslVersion: GLSL3,
    vertexShader: CORNERS,
    fragmentShader: ROUND,
    uniforms: { colour: { value: [r, g, b] }, opacity: { value: opacity }, halfWidth: { value: width / 2 }, size },
    transparent: true,
    depthTest: false,
    depthWrite: false,
  });
}
