import { type Curve, domainOf, evaluate, homogeneous, makeCurve, uniformKnots, type Vector3 } from '@pencil-bend/core';
import {
  type ControlRecipe,
  type FitPoint,
  type FitRecipe,
  fitRecipe,
  type FreeRecipe,
  type Recipe,
} from '../project/project';
import { controlRecipe, curveOf } from './fixSpacing';
import { isClosed } from './editEnds';

/** Recipes for the specs of what can be done to them. */

const PLACES: readonly Vector3[] = [
  [0, 0, 0],
  [20, 30, 0],
  [55, 34, 2],
  [80, 10, 0],
  [100, -20, 4],
  [70, -45, 0],
  [20, -40, 0],
];

export const fit = (options: Partial<FitRecipe> = {}, points = PLACES): FitRecipe => ({
  ...fitRecipe(
    points.map((at, i) => ({ id: `p${i + 1}`, at })),
    options.closed ?? false,
  ),
  ...options,
});

/** The recipe with more constraints at one of its points. */
export const constrained = (recipe: FitRecipe, index: number, constraints: Partial<FitPoint>): FitRecipe => ({
  ...recipe,
  points: recipe.points.map((point, i) => (i === index ? { ...point, ...constraints } : point)),
});

/** The recipe with a corner at one of its points, both sides of which are given. */
export function cornered(recipe: FitRecipe, index: number): FitRecipe {
  const [before, after] = [{ direction: [1, 0.2, 0], strength: { mm: 28 } }, { direction: [-0.1, -1, 0] }] as const;
  return constrained(recipe, index, { kink: true, tangents: { before, after } });
}

/** A curve by seven control points, rational or not. */
export const pulled = (weights: readonly number[] = [1, 1, 1, 1, 1, 1, 1], degree = 3): ControlRecipe =>
  controlRecipe(makeCurve(degree, uniformKnots(degree, 7), homogeneous(PLACES.flat(), weights)), (i) => `c${i + 1}`);

export const RECIPES: readonly (readonly [string, FreeRecipe])[] = [
  ['through points', fit()],
  ['through points, closed', fit({ closed: true })],
  ['of degree 4', fit({ degree: 4 })],
  ['of degree 4, closed', fit({ degree: 4, closed: true })],
  ['of degree 5', fit({ degree: 5 })],
  ['with a kink', constrained(fit(), 3, { kink: true })],
  ['with a kink, closed', constrained(fit({ closed: true }), 2, { kink: true })],
  ['with a kink of two tangents', cornered(fit(), 3)],
  ['with a kink of two tangents, closed', cornered(fit({ closed: true }), 0)],
  [
    'with constrained tangents',
    constrained(constrained(fit(), 0, { tangent: { direction: [0, 1, 0] } }), 4, {
      tangent: { direction: [0, -1, 0], strength: { ratio: 1.1 } },
    }),
  ],
  ['by control points', pulled()],
  ['rational', pulled([1, 2, 0.5, 1, 3, 1, 1])],
];

/** The largest distance in mm between two curves, at the same share of their domains. */
export function apart(a: Curve, b: Curve): number {
  const [[a0, a1], [b0, b1]] = [domainOf(a), domainOf(b)];
  let most = 0;
  for (let i = 0; i <= 200; i++) {
    const [p, q] = [
      evaluate(a, i === 200 ? a1 : a0 + ((a1 - a0) * i) / 200),
      evaluate(b, i === 200 ? b1 : b0 + ((b1 - b0) * i) / 200),
    ];
    most = Math.max(most, Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]));
  }
  return most;
}

/** The same for recipes. */
export const moved = (before: Recipe, after: Recipe): number => apart(curveOf(before).curve, curveOf(after).curve);

export const closedOf = isClosed;
