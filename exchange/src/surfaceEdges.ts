import { clamp, type Curve, makeCurve } from '@pencil-bend/core';
import { type ForeignCurve, foreignOf } from './foreignCurve';

/** A B-spline surface by its numbers, in each of two directions. */
export interface SurfaceNet {
  readonly degrees: readonly [number, number];
  readonly knots: readonly [ArrayLike<number>, ArrayLike<number>];
  readonly counts: readonly [number, number];
  /** wx wy wz w. */
  readonly homogeneousAt: (i: number, j: number) => readonly number[];
}

/**
 * The four sides of a surface, which are exact curves: along the first direction at both ends of the second, then along
 * the second (The NURBS Book, 3.3). Throws `InvalidCurve` for numbers that make none.
 */
export function surfaceEdges({ degrees, knots, counts, homogeneousAt }: SurfaceNet): ForeignCurve[] {
  const along = (d: 0 | 1): Curve[] => {
    const other = d === 0 ? 1 : 0;
    const ends = Array.from({ length: counts[d] }, (_, i) => {
      const across: number[] = [];
      for (let j = 0; j < counts[other]; j++) across.push(...(d === 0 ? homogeneousAt(i, j) : homogeneousAt(j, i)));
      const { points } = clamp(makeCurve(degrees[other], knots[other], across));
      return [points.slice(0, 4), points.slice(-4)];
    });
    return [0, 1].map((end) =>
      makeCurve(
        degrees[d],
        knots[d],
        ends.flatMap((pair) => [...pair[end]]),
      ),
    );
  };
  return [...along(0), ...along(1)].map(foreignOf);
}
