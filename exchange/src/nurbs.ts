import {
  type Affine,
  type Closing,
  controlPointsOf,
  type Curve,
  homogeneous,
  makeCurve,
  weightsOf,
} from '@pencil-bend/core';
import type { ControlRecipe, Recipe } from '@pencil-bend/document';
import { imageOf } from './affine';

/** A curve by the numbers that files have of it: Euclidean control points beside their weights. */
export interface Nurbs {
  readonly degree: number;
  readonly closing: Closing;
  /** All of them, of a periodic curve those outside its domain too. */
  readonly knots: ArrayLike<number>;
  /** Packed x y z, in mm; a periodic curve's repeated ones are left out. */
  readonly points: Float64Array;
  /** Of each point; null where all are 1. */
  readonly weights: ArrayLike<number> | null;
}

/** The numbers of a curve: of control points those that are kept, which dividing by weights would round. */
export function nurbsOf(curve: Curve, recipe?: Recipe): Nurbs {
  const { degree, closing, knots } = curve;
  if (recipe?.kind === 'control' && !recipe.trim) {
    const points = Float64Array.from(recipe.points.flatMap(({ at }) => [...at]));
    return { degree, closing, knots, points, weights: unlessOnes(recipe.points.map(({ weight }) => weight)) };
  }
  return { degree, closing, knots, points: controlPointsOf(curve), weights: unlessOnes(weightsOf(curve)) };
}

const unlessOnes = (weights: ArrayLike<number>): ArrayLike<number> | null =>
  Array.from(weights).some((weight) => weight !== 1) ? weights : null;

/** Throws `InvalidCurve` for numbers that make no curve. */
export function curveOfNurbs({ degree, closing, knots, points, weights }: Nurbs): Curve {
  const wrap = closing === 'periodic' ? degree : 0;
  const count = points.length / 3;
  return makeCurve(
    degree,
    knots,
    homogeneous(repeating(points, 3, count + wrap), weights ? repeating(weights, 1, count + wrap) : undefined),
    closing,
  );
}

/** So many of the values, `stride` each, begun again at their end. */
export function repeating(values: ArrayLike<number>, stride: number, count: number): Float64Array {
  const out = new Float64Array(stride * count);
  for (let i = 0; i < out.length; i++) out[i] = values[i % values.length];
  return out;
}

/** The recipe that keeps these numbers to the last bit. */
export function recipeOfNurbs({ degree, closing, knots, points, weights }: Nurbs): ControlRecipe {
  return {
    kind: 'control',
    degree,
    closing,
    // 0 is added to take the sign off a zero.
    knots: Array.from(knots, (knot) => knot + 0),
    points: Array.from({ length: points.length / 3 }, (_, i) => ({
      id: `c${i + 1}`,
      at: [points[3 * i] + 0, points[3 * i + 1] + 0, points[3 * i + 2] + 0],
      weight: weights?.[i] ?? 1,
    })),
  };
}

/** The image under an affine map, which leaves weights and knots as they are (The NURBS Book, P4.5). */
export function mapped(nurbs: Nurbs, map: Affine): Nurbs {
  const { points } = nurbs;
  const moved = new Float64Array(points.length);
  for (let i = 0; i < points.length; i += 3) moved.set(imageOf(map, [points[i], points[i + 1], points[i + 2]]), i);
  return { ...nurbs, points: moved };
}

/** All sizes of the curve times a factor. */
export const scaled = (nurbs: Nurbs, factor: number): Nurbs =>
  factor === 1 ? nurbs : { ...nurbs, points: nurbs.points.map((x) => x * factor) };
