import {
  closestPoint,
  type Curve,
  dot,
  evaluate,
  heightOver,
  normalOf,
  type Plane,
  projectOnto,
  scale,
  subtract,
  type Vector3,
} from '@pencil-bend/core';
import { toPoint, type Pixel, type Viewport } from './viewport';

/** A line of sight: points from a place on along the unit vector away from the eye. */
export interface Ray {
  readonly from: Vector3;
  readonly direction: Vector3;
}

/** The line of sight through a point. */
export const rayThrough = ({ plane }: Viewport, point: Vector3): Ray => ({
  from: point,
  direction: scale(normalOf(plane), -1),
});

/** All that lies under a pixel. */
export const rayUnder = (viewport: Viewport, pixel: Pixel): Ray => rayThrough(viewport, toPoint(viewport, pixel));

/** How far a point lies from a line of sight, in mm. */
export function awayFromRay({ from, direction }: Ray, point: Vector3): number {
  const way = subtract(point, from);
  const deep = dot(way, direction);
  return Math.sqrt(Math.max(0, dot(way, way) - deep * deep));
}

/** A point as it is seen straight onto a plane: its foot there. */
export function footOn(plane: Plane, point: Vector3): Vector3 {
  const height = heightOver(plane, point);
  return height === 0 ? point : subtract(point, scale(normalOf(plane), height));
}

const known = new WeakMap<Curve, { readonly plane: Plane; readonly image: Curve }>();

/** A curve as it is seen straight onto a plane; itself where it lies in that plane. */
export function imageOn(plane: Plane, curve: Curve): Curve {
  const before = known.get(curve);
  if (before?.plane === plane) return before.image;
  const image = liesIn(plane, curve) ? curve : projected(plane, curve);
  known.set(curve, { plane, image });
  return image;
}

/** The place of a curve that lies nearest under a point of the plane that is looked onto. */
export function closestUnder(plane: Plane, curve: Curve, point: Vector3): { readonly u: number; readonly at: Vector3 } {
  const image = imageOn(plane, curve);
  const { u, point: at } = closestPoint(image, point);
  return { u, at: image === curve ? at : evaluate(curve, u) };
}

function projected(plane: Plane, curve: Curve): Curve {
  const image = projectOnto(plane, curve);
  // The plane's own normal never runs along it.
  if (!image.ok) throw new Error(image.failure.kind);
  return image.value;
}

function liesIn(plane: Plane, { points }: Curve): boolean {
  const [a, b, c] = normalOf(plane);
  const level = dot([a, b, c], plane.origin);
  for (let i = 0; i < points.length; i += 4) {
    // Homogeneous: coordinates are multiplied by the weight.
    if (a * points[i] + b * points[i + 1] + c * points[i + 2] !== level * points[i + 3]) return false;
  }
  return true;
}
