import type { Curve } from '../../curve/curve';
import { movedCurve } from '../../energy/motion';
import { leastKeeping } from '../../linear/minimiseKeeping';
import type { Vector3 } from '../../linear/vector';
import { mustBeNormal } from '../../refuse';
import { parametersOf } from '../parameters';
import { type ThroughSpace, throughSpace } from './throughSpace';

/** How much tension when nothing is said, and what is next to the lines between the points. */
export const TENSION = { usual: 8, most: 20 } as const;

/** Three nodes sum the squares of a cubic's first derivatives exactly. */
const SPACE = { degree: 3, spans: 4, nodes: 3 } as const;

export interface LinearTensionOptions {
  /** σ from 0, the plain cubic, to 20, next to the lines; 8 when left out. */
  readonly tension?: number;
  readonly closed?: boolean;
  /** Unit normal of the plane that the points lie in; without one the curve is laid in space. */
  readonly normal?: Vector3 | null;
}

/**
 * The cubic through points in linear tension, ∫ |r''|² + (σ/h)² |r'|² du made least with h the interval of each chord: one
 * banded solve, quick enough to follow a drag. It flattens like an elastica, but pinches at the points.
 *
 * `points` are packed x y z in mm, no two neighbours in one place. (Schweikert, An interpolation curve using a spline in
 * tension, 1966.)
 */
export function linearTension(points: Float64Array, options: LinearTensionOptions = {}): Curve {
  const { tension = TENSION.usual, closed = false, normal = null } = options;
  mustBeNormal(normal);
  if (!(tension >= 0 && tension <= TENSION.most)) {
    throw new RangeError(`tension: a number from 0 to ${TENSION.most} is needed, not ${tension}`);
  }
  const space = throughSpace(points, parametersOf(points, closed, 'chord'), { ...SPACE, closed, normal });
  return movedCurve(space.curve, space.columns, space.axes, inLinearTension(space, tension));
}

/** The moves that lead to the curve of a space with the least energy in linear tension. */
export function inLinearTension(space: ThroughSpace, tension: number): Float64Array {
  const { axes, rows, reach: band, count, equations, intervals } = space;
  const dimension = axes.length;
  const matrix = new Float64Array(count * (band + 1));
  const gradient = new Float64Array(count * dimension);
  const { width } = rows;
  for (let node = 0; node < rows.nodes; node++) {
    // |r''|², then (σ/h)²|r'|².
    for (const order of [2, 1]) {
      const weight = rows.weights[node] * (order === 2 ? 1 : (tension / intervals[node]) ** 2);
      const from = (node * 3 + order - 1) * width;
      for (let i = 0; i < width; i++) {
        const place = rows.places[node * width + i];
        if (place < 0) continue;
        const share = weight * rows.rows[from + i];
        for (let c = 0; c < dimension; c++) {
          gradient[place * dimension + c] += share * rows.base[(node * 3 + order - 1) * dimension + c];
        }
        for (let j = 0; j < width; j++) {
          const offset = rows.places[node * width + j] - place;
          if (offset >= 0) matrix[place * (band + 1) + offset] += share * rows.rows[from + j];
        }
      }
    }
  }
  const moves = leastKeeping({ count, dimension, matrix, band, gradient, equations });
  if (!moves) throw new Error('bending is determined by places at two parameters and more');
  return moves;
}
