import { add, along, dot, type Jet, scale, subtract, type Vector3 } from '@pencil-bend/core';
import type { Guide, Leader } from './project';

/** The axes of the plane that a gauge circle lies in. */
interface Axes {
  readonly x: Vector3;
  readonly y: Vector3;
}

const NONE: Vector3 = [0, 0, 0];

/** What a guide hands on to a curve that leaves it: a line runs straight on, a circle bends as it does. */
export function jetOnGuide(
  guide: Guide,
  axes: Axes,
  { along: mm, sense }: Pick<Extract<Leader, { readonly kind: 'guide' }>, 'along' | 'sense'>,
): Jet {
  const way = sense === 'forward' ? 1 : -1;
  if (guide.kind === 'line') {
    const point = along(guide.at, guide.direction, mm);
    return { point, tangent: scale(guide.direction, way), curvature: NONE, rate: NONE };
  }
  const angle = mm / guide.radius;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const out = add(scale(axes.x, c), scale(axes.y, s));
  return {
    point: along(guide.centre, out, guide.radius),
    tangent: scale(add(scale(axes.x, -s), scale(axes.y, c)), way),
    curvature: scale(out, -1 / guide.radius),
    rate: NONE,
  };
}

/** The place on a guide that is nearest to a point; from the centre of a circle the one along x. */
export function nearestOnGuide(guide: Guide, axes: Axes, at: Vector3): Vector3 {
  if (guide.kind === 'line') return along(guide.at, guide.direction, dot(subtract(at, guide.at), guide.direction));
  const off = subtract(at, guide.centre);
  const [x, y] = [dot(off, axes.x), dot(off, axes.y)];
  const away = Math.hypot(x, y);
  const out = away > 0 ? add(scale(axes.x, x / away), scale(axes.y, y / away)) : axes.x;
  return along(guide.centre, out, guide.radius);
}

/** How far along a guide a place on it lies, in mm: from the place that a line is given by, or around a circle from x. */
export function alongGuide(guide: Guide, axes: Axes, at: Vector3): number {
  if (guide.kind === 'line') return dot(subtract(at, guide.at), guide.direction);
  const off = subtract(at, guide.centre);
  return Math.atan2(dot(off, axes.y), dot(off, axes.x)) * guide.radius;
}
