import { cross, type Vector3 } from '../linear/vector';
import { type Curve, trusted } from '../curve/curve';
import type { Columns } from './columns';

const IN_SPACE: readonly Vector3[] = [
  [1, 0, 0],
  [0, 1, 0],
  [0, 0, 1],
];

/** The directions in which control points move: the two of a plane, or all three. */
export function axesFor(normal: Vector3 | null): readonly Vector3[] {
  if (!normal) return IN_SPACE;
  const [x, y, z] = normal.map(Math.abs);
  // The coordinate axis that lies flattest in the plane, so that a plane of two axes moves along these.
  const flattest: Vector3 = x <= y && x <= z ? [1, 0, 0] : y <= z ? [0, 1, 0] : [0, 0, 1];
  const along = cross(normal, cross(flattest, normal));
  const size = Math.hypot(...along);
  const u: Vector3 = [along[0] / size, along[1] / size, along[2] / size];
  return [u, cross(normal, u)];
}

/** The curve with its control points moved along the axes; those that take part in no move stay to the last bit. */
export function movedCurve(curve: Curve, columns: Columns, axes: readonly Vector3[], moves: Float64Array): Curve {
  const points = curve.points.slice();
  const dimension = axes.length;
  columns.forEach((list, i) => {
    const w = points[4 * i + 3];
    for (const { place, share } of list) {
      for (let a = 0; a < dimension; a++) {
        const move = w * share * moves[place * dimension + a];
        for (let c = 0; c < 3; c++) points[4 * i + c] += move * axes[a][c];
      }
    }
  });
  if (curve.closing === 'periodic') {
    const distinct = points.length - 4 * curve.degree;
    for (let i = distinct; i < points.length; i++) points[i] = points[i - distinct];
  }
  return trusted(curve.degree, curve.knots, points, curve.closing);
}
