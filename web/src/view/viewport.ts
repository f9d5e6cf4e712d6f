import type { Camera } from '../api/savedView';
import { add, dot, type Plane, subtract, type Vector3, vectorIn } from '@pencil-bend/core';

/** A parallel view straight onto a plane, at the size of the sheet in pixels. */
export interface Viewport extends Camera {
  readonly plane: Plane;
  readonly width: number;
  readonly height: number;
}

export type Pixel = readonly [x: number, y: number];

/** Nearest and farthest view, in mm per pixel. */
const SCALES = [1e-5, 1e4] as const;
const MARGIN = 0.12;

export function toPixel({ plane, x, y, scale: mm, width, height }: Viewport, point: Vector3): Pixel {
  const from = subtract(point, plane.origin);
  return [width / 2 + (dot(from, plane.x) - x) / mm, height / 2 - (dot(from, plane.y) - y) / mm];
}

/** Where a pixel lies in the plane's own axes, in mm. */
export const coordinatesOf = ({ x, y, scale: mm, width, height }: Viewport, [px, py]: Pixel) =>
  [x + (px - width / 2) * mm, y - (py - height / 2) * mm] as const;

/** The point in the view's plane under a pixel. */
export function toPoint(viewport: Viewport, pixel: Pixel): Vector3 {
  const { plane } = viewport;
  const [x, y] = coordinatesOf(viewport, pixel);
  return add(plane.origin, vectorIn(plane, x, y));
}

/** The point in the middle. */
export const middleOf = (viewport: Viewport): Vector3 => toPoint(viewport, [viewport.width / 2, viewport.height / 2]);

/** Whether a point lies on the sheet. */
export function isSeen(viewport: Viewport, point: Vector3): boolean {
  const [x, y] = toPixel(viewport, point);
  return x >= 0 && y >= 0 && x <= viewport.width && y <= viewport.height;
}

/** The viewport moved so that what was under `from` is under `to`. */
export const panned = (viewport: Viewport, from: Pixel, to: Pixel): Viewport => ({
  ...viewport,
  x: viewport.x - (to[0] - from[0]) * viewport.scale,
  y: viewport.y + (to[1] - from[1]) * viewport.scale,
});

/** The viewport nearer (`factor` < 1) or farther, with the place under `pixel` kept there. */
export function zoomed(viewport: Viewport, pixel: Pixel, factor: number): Viewport {
  const mm = Math.min(SCALES[1], Math.max(SCALES[0], viewport.scale * factor));
  const right = pixel[0] - viewport.width / 2;
  const down = pixel[1] - viewport.height / 2;
  return {
    ...viewport,
    scale: mm,
    x: viewport.x + right * (viewport.scale - mm),
    y: viewport.y - down * (viewport.scale - mm),
  };
}

/** The viewport after two fingers went from two pixels to two others: moved with their middle, zoomed by their spread. */
export function pinched(viewport: Viewport, before: readonly Pixel[], after: readonly Pixel[]): Viewport {
  const spread = ([a, b]: readonly Pixel[]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
  const middle = ([a, b]: readonly Pixel[]): Pixel => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  return zoomed(panned(viewport, middle(before), middle(after)), middle(after), spread(before) / (spread(after) || 1));
}

/** What is brought into view stands within this share of the sheet, and is at least so many pixels large. */
const INNER = 0.7;
const LEAST_PIXELS = 48;

/**
 * The viewport in which a stretch of a curve can be looked at: this one where it lies well inside and is large enough,
 * else moved no further and zoomed no more than needed.
 */
export function broughtIn(viewport: Viewport, points: readonly Vector3[]): Viewport {
  const places = points.map((point) => toPixel(viewport, point));
  const [left, right] = [Math.min(...places.map(([x]) => x)), Math.max(...places.map(([x]) => x))];
  const [top, bottom] = [Math.min(...places.map(([, y]) => y)), Math.max(...places.map(([, y]) => y))];
  const middle: Pixel = [(left + right) / 2, (top + bottom) / 2];
  const size = Math.max(right - left, bottom - top, 1e-9);
  const room = INNER * Math.min(viewport.width, viewport.height);
  // A single place has no size.
  const factor = points.length < 2 ? 1 : size > room ? size / room : size < LEAST_PIXELS ? size / LEAST_PIXELS : 1;
  const larger = zoomed(viewport, middle, factor);
  const half = size / factor / 2;
  const shift = (at: number, extent: number) => {
    const edge = ((1 - INNER) / 2) * extent + half;
    return Math.min(Math.max(at, Math.min(edge, extent / 2)), Math.max(extent - edge, extent / 2));
  };
  return panned(larger, middle, [shift(middle[0], viewport.width), shift(middle[1], viewport.height)]);
}

/** The viewport that shows all of the points with a margin; one that shows a hand's width around nothing. */
export function fitted(viewport: Viewport, points: Float64Array): Viewport {
  let [left, right, bottom, top] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 3) {
    const from = subtract([points[i], points[i + 1], points[i + 2]], viewport.plane.origin);
    const x = dot(from, viewport.plane.x);
    const y = dot(from, viewport.plane.y);
    [left, right, bottom, top] = [Math.min(left, x), Math.max(right, x), Math.min(bottom, y), Math.max(top, y)];
  }
  if (left > right) [left, right, bottom, top] = [-80, 80, -60, 60];
  const inner = 1 - 2 * MARGIN;
  const mm = Math.max((right - left) / (viewport.width * inner), (top - bottom) / (viewport.height * inner));
  return { ...viewport, x: (left + right) / 2, y: (bottom + top) / 2, scale: mm > 0 ? mm : 0.1 };
}
