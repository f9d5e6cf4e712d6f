import { across, along, cross, dot, length, scale, subtract, unit, type Vector3, vectorAt } from '../../linear/vector';
import { mustBeAbove0, mustBeDirection, mustBeOneOf, mustBePoint, mustBeWhole } from '../../refuse';

/** A curvature vector that lies along the tangent to this share of its size has no side to bend to. */
const ALONG = 1e-9;

/** What a curve must have at a fit point besides its place. */
export interface PointConstraint {
  /** Index of the fit point. */
  readonly index: number;
  /** At a kink: the stretch that ends there or the one that begins there; both when left out. */
  readonly side?: 'before' | 'after';
  readonly tangent?: TangentConstraint;
  /** The curvature vector d²r/ds² in 1/mm, or a radius in mm to whichever side the curve bends without the constraint. */
  readonly curvature?: Vector3 | { readonly radius: number };
}

export interface TangentConstraint {
  readonly direction: Vector3;
  /**
   * How far the curve follows the tangent: the length in mm of |r'| over the point's interval, or its ratio to the
   * chord there (inside, the means of both neighbours). Left out, it is that of the circular arc through the next
   * points, on which a cubic with both tangents given comes nearest to a circle.
   */
  readonly strength?: { readonly mm: number } | { readonly ratio: number };
}

/** Throws a RangeError that says which constraint is wrong, and how. */
export function checkConstraints(
  constraints: readonly PointConstraint[],
  count: number,
  kinks: readonly number[],
): void {
  const seen = new Set<string>();
  constraints.forEach(({ index, side, tangent, curvature }, i) => {
    mustBeWhole(index, 0, count - 1, `constraints[${i}].index`);
    if (side) mustBeOneOf(side, ['before', 'after'], `constraints[${i}].side`);
    if (side && !kinks.includes(index))
      throw new RangeError(`constraints[${i}].side: point ${index} is no kink and has one side`);
    for (const which of side ? [side] : ['before', 'after']) {
      if (seen.has(`${index} ${which}`)) throw new RangeError(`constraints[${i}].index: point ${index} is held twice`);
      seen.add(`${index} ${which}`);
    }
    if (tangent) {
      mustBeDirection(tangent.direction, `constraints[${i}].tangent.direction`);
      const { strength } = tangent;
      if (strength) mustBeAbove0('mm' in strength ? strength.mm : strength.ratio, `constraints[${i}].tangent.strength`);
    }
    if (curvature) {
      if (!('radius' in curvature)) mustBePoint(curvature, `constraints[${i}].curvature`);
      else if (!(curvature.radius > 0)) {
        throw new RangeError(`constraints[${i}].curvature: a radius above 0 is needed, not ${curvature.radius}`);
      }
    }
  });
}

/** A run of points with the parameter of each, as a constraint sees it. */
export interface ConstrainedRun {
  readonly points: Float64Array;
  readonly parameters: Float64Array;
  readonly closed: boolean;
}

/**
 * The derivative r' that a constrained tangent means at a point: with the interval h and the chord there (at the inner points
 * the means of both neighbours), |r'| = strength / h.
 *
 * Left out, each neighbour's arc gives chord / (h cos²(θ/2)), θ between the tangent and the chord (at most a right
 * angle): three times the handle 4/3 tan(θ/2) R of the cubic nearest to an arc that turns by 2θ.
 */
export function constrainedDerivative(
  { points, parameters, closed }: ConstrainedRun,
  i: number,
  constraint: TangentConstraint,
): Vector3 {
  const count = points.length / 3;
  const direction = unit(constraint.direction);
  const here = vectorAt(points, i);
  const sides: { chord: Vector3; interval: number }[] = [];
  if (i > 0 || closed) {
    const interval = i > 0 ? parameters[i] - parameters[i - 1] : parameters[count] - parameters[count - 1];
    sides.push({ chord: subtract(here, vectorAt(points, (i + count - 1) % count)), interval });
  }
  if (i < count - 1 || closed) {
    const chord = subtract(vectorAt(points, (i + 1) % count), here);
    sides.push({ chord, interval: parameters[i + 1] - parameters[i] });
  }
  const mean = (of: (side: (typeof sides)[number]) => number) =>
    sides.reduce((sum, s) => sum + of(s), 0) / sides.length;
  const { strength } = constraint;
  if (!strength) {
    return scale(
      direction,
      mean(({ chord, interval }) => length(chord) / interval / openness(direction, chord)),
    );
  }
  const size = 'mm' in strength ? strength.mm : strength.ratio * mean(({ chord }) => length(chord));
  return scale(direction, size / mean(({ interval }) => interval));
}

/** cos²(θ/2), for a θ of at most a right angle. */
const openness = (direction: Vector3, chord: Vector3): number =>
  Math.max(0.5, (1 + dot(direction, chord) / length(chord)) / 2);

/**
 * The second derivative that gives a curve with the derivative `first` the curvature vector `kappa`, with its speed
 * changing as fast as `free`'s does: r'' = |r'|² K + (r''·T) T (The NURBS Book, 6.3). Of K what lies across counts,
 * with the size of all.
 */
export function secondFor(first: Vector3, kappa: Vector3, free: Vector3): Vector3 | null {
  const speed = length(first);
  const tangent = scale(first, 1 / speed);
  const ahead = scale(tangent, dot(free, tangent));
  const size = length(kappa);
  if (size === 0) return ahead;
  const bend = across(kappa, tangent);
  const left = length(bend);
  if (!(left > ALONG * size)) return null;
  return along(ahead, bend, (speed * speed * size) / left);
}

/** Curvature vector of a place with derivatives r' and r''. */
export function bendOf(first: Vector3, second: Vector3): Vector3 {
  const speed = dot(first, first);
  const turned = cross(cross(first, second), first);
  return scale(turned, 1 / (speed * speed));
}
