import type { SeenCamera } from '../api/keptView';
import { add, dot, type Plane, scale, subtract, type Vector3 } from '@pencil-bend/core';

/** A parallel view straight onto a plane, at the size of the sheet in pixels. */
export interface Camera extends SeenCamera {
  readonly plane: Plane;
  readonly width: number;
  readonly height: number;
}

export type Pixel = readonly [x: number, y: number];

/** Nearest and farthest view, in mm per pixel. */
const SCALES = [1e-5, 1e4] as const;
const MARGIN = 0.12;

export function toPixel({ plane, x, y, scale: mm, width, height }: Camera, point: Vector3): Pixel {
  const from = subtract(point, plane.origin);
  return [width / 2 + (dot(from, plane.x) - x) / mm, height / 2 - (dot(from, plane.y) - y) / mm];
}

/** The place in the view's plane under a pixel. */
export function toSheet({ plane, x, y, scale: mm, width, height }: Camera, [px, py]: Pixel): Vector3 {
  const across = scale(plane.x, x + (px - width / 2) * mm);
  const up = scale(plane.y, y - (py - height / 2) * mm);
  return add(plane.origin, add(across, up));
}

/** The camera moved so that what was under `from` is under `to`. */
export const panned = (camera: Camera, from: Pixel, to: Pixel): Camera => ({
  ...camera,
  x: camera.x - (to[0] - from[0]) * camera.scale,
  y: camera.y + (to[1] - from[1]) * camera.scale,
});

/** The camera nearer (`factor` < 1) or farther, with the place under `pixel` kept there. */
export function zoomed(camera: Camera, pixel: Pixel, factor: number): Camera {
  const mm = Math.min(SCALES[1], Math.max(SCALES[0], camera.scale * factor));
  const right = pixel[0] - camera.width / 2;
  const down = pixel[1] - camera.height / 2;
  return {
    ...camera,
    scale: mm,
    x: camera.x + right * (camera.scale - mm),
    y: camera.y - down * (camera.scale - mm),
  };
}

/** The camera after two fingers went from two pixels to two others: moved with their middle, zoomed by their spread. */
export function pinched(camera: Camera, before: readonly Pixel[], after: readonly Pixel[]): Camera {
  const spread = ([a, b]: readonly Pixel[]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
  const middle = ([a, b]: readonly Pixel[]): Pixel => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  return zoomed(panned(camera, middle(before), middle(after)), middle(after), spread(before) / (spread(after) || 1));
}

/** The camera that shows all of the points with a margin; one that shows a hand's width around nothing. */
export function fitted(camera: Camera, points: Float64Array): Camera {
  let [left, right, bottom, top] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 3) {
    const from = subtract([points[i], points[i + 1], points[i + 2]], camera.plane.origin);
    const x = dot(from, camera.plane.x);
    const y = dot(from, camera.plane.y);
    [left, right, bottom, top] = [Math.min(left, x), Math.max(right, x), Math.min(bottom, y), Math.max(top, y)];
  }
  if (left > right) [left, right, bottom, top] = [-80, 80, -60, 60];
  const inner = 1 - 2 * MARGIN;
  const mm = Math.max((right - left) / (camera.width * inner), (top - bottom) / (camera.height * inner));
  return { ...camera, x: (left + right) / 2, y: (bottom + top) / 2, scale: mm > 0 ? mm : 0.1 };
}
