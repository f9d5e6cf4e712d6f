import type { DragConstraint } from '../contract';
import {
  closestPoint,
  cross,
  derivatives,
  dot,
  length,
  scale,
  subtract,
  unit,
  type Vector3,
  withCoordinate,
} from '@pencil-bend/core';
import { type Handle, legsOf, pointsOf, type Recipe, CommandError } from '@pencil-bend/document';

/** The unit directions that a drag of the handle at a place may go; none when it is free to go anywhere. */
export function directionsOf(
  recipe: Recipe,
  handle: Handle,
  at: Vector3,
  along: DragConstraint,
  normal: Vector3,
): readonly Vector3[] {
  if (along === 'free') return [];
  const axis = ['x', 'y', 'z'].indexOf(along);
  if (axis >= 0) return [withCoordinate([0, 0, 0], axis, 1)];
  const points = pointsOf(recipe);
  if (!points) return [];
  if (along === 'normal') {
    const d = derivatives(points.curve, closestPoint(points.curve, at).u, 1);
    return units([cross(normal, [d[3], d[4], d[5]])]);
  }
  if (handle.kind === 'leg') {
    const [from, to] = legOf(recipe, handle.index);
    return units([subtract(to, from)]);
  }
  const list = handle.kind === 'fit' ? points.fit : points.control;
  const index = 'id' in handle ? list.findIndex(({ id }) => id === handle.id) : -1;
  if (index < 0) return [];
  const closed = points.curve.closing === 'periodic';
  return units(
    [index - 1, index + 1].flatMap((i) => {
      const other = closed ? list.at(i % list.length) : list[i];
      return other ? [subtract(other.at, list[index].at)] : [];
    }),
  );
}

/** Both ends of a leg of the control polygon. Throws a `CommandError` where an undo has taken it away. */
export function legOf(recipe: Recipe, index: number): readonly [Vector3, Vector3] {
  const points = pointsOf(recipe);
  if (!points || index >= legsOf(points)) throw new CommandError(`There is no leg ${index + 1} any more`);
  const { control } = points;
  return [control[index].at, control[(index + 1) % control.length].at];
}

/** A move kept to the one of the directions along which it goes farthest. */
export function kept(by: Vector3, directions: readonly Vector3[]): Vector3 {
  if (directions.length === 0) return by;
  const best = directions.reduce((a, b) => (Math.abs(dot(by, b)) > Math.abs(dot(by, a)) ? b : a));
  return scale(best, dot(by, best));
}

/** A move kept to the axis along which it goes farthest. */
export function onOneAxis(by: Vector3): Vector3 {
  const sizes = by.map(Math.abs);
  const axis = sizes.indexOf(Math.max(...sizes));
  return withCoordinate([0, 0, 0], axis, by[axis]);
}

const units = (vectors: readonly Vector3[]): Vector3[] => vectors.filter((vector) => length(vector) > 0).map(unit);
