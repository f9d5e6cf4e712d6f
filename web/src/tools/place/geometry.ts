import { add, cross, type Curve, distance, dot, FRONT, length, normalOf, type Plane, scale, subtract, type Vector3 } from '@pencil-bend/core'; // prettier-ignore
import { controlRecipe } from '@pencil-bend/document';
import type { ToolContext } from '../contract';
import type { Shape } from './placingTool';

/** What the tools' shapes share. */

export const planeOf = ({ project, plane }: ToolContext): Plane => project?.planes[plane] ?? FRONT;

/** A curve as it is, by its control points. */
export const exact = (curve: Curve): Shape => ({ recipe: controlRecipe(curve, (i) => `c${i + 1}`) });

/** The unit vector from one place to another; null where they are one. */
export function wayTo(from: Vector3, to: Vector3): Vector3 | null {
  const size = distance(from, to);
  return size > 0 ? scale(subtract(to, from), 1 / size) : null;
}

/** The plane about a place with its x towards another one. Throws a RangeError where they are one place. */
export function planeTowards(plane: Plane, from: Vector3, to: Vector3): Plane {
  const x = wayTo(from, to);
  if (!x) throw new RangeError('two different places are needed');
  return { origin: from, x, y: leftOf(plane, x) };
}

/** To the left of a direction, seen against the plane's normal. */
export const leftOf = (plane: Plane, way: Vector3): Vector3 => cross(normalOf(plane), way);

export const middle = (a: Vector3, b: Vector3): Vector3 => scale(add(a, b), 0.5);

/** How far a place lies to the left of the line from one place to another, in mm. */
export function leftBy(plane: Plane, from: Vector3, to: Vector3, place: Vector3): number {
  const way = wayTo(from, to);
  return way ? dot(subtract(place, from), leftOf(plane, way)) : length(subtract(place, from));
}
