import {
  chordsOf,
  type Curve,
  failed,
  type HoldFailure,
  homogeneous,
  InvalidCurve,
  makeCurve,
  packVectors,
  type Result,
  success,
  throughPoints,
} from '@pencil-bend/core';
import { type Problem, pointer } from '../problem';
import type { ControlRecipe, FitRecipe, Id, Project, Recipe } from '../project/project';

/** A curve made from its recipe. */
export interface ResolvedCurve {
  readonly curve: Curve;
  /** The parameter of each fit point (a closed curve has one more, for its end); empty without fit points. */
  readonly fitParameters: Float64Array;
}

/** A failure's path points into the recipe. */
export type Resolved = Result<ResolvedCurve, Problem>;

/** Fit points nearer than this, in mm, lie in one place: the rounding of an exported coordinate. */
export const APART = 1e-6;

const known = new WeakMap<Recipe, Resolved>();

/** The curve of a recipe. The same recipe object gives the same curve object: nothing is computed twice. */
export function resolveRecipe(recipe: Recipe): Resolved {
  let resolved = known.get(recipe);
  if (!resolved) {
    resolved = recipe.kind === 'fit' ? resolveFit(recipe) : resolveControl(recipe);
    known.set(recipe, resolved);
  }
  return resolved;
}

/** Every curve of a project, by item id. */
export function resolve(project: Project): ReadonlyMap<Id, Resolved> {
  const resolved = new Map<Id, Resolved>();
  for (const id of project.itemOrder) {
    const item = project.items[id];
    if (item.kind === 'curve') resolved.set(id, resolveRecipe(item.recipe));
  }
  return resolved;
}

function resolveFit({ points, closed, parameterisation }: FitRecipe): Resolved {
  const packed = packVectors(points.map(({ at }) => at));
  const fit = throughPoints(packed, { closed, parameterisation, apart: APART });
  if (!fit.ok) return failed(fitProblem(fit.failure, packed, closed));
  return success({ curve: fit.value.curve, fitParameters: fit.value.parameters });
}

function fitProblem(failure: HoldFailure, packed: Float64Array, closed: boolean): Problem {
  if (failure.kind === 'too-few-points') {
    const which = closed ? 'A closed curve' : 'A curve';
    return { path: pointer('points'), message: `${which} needs ${failure.needed} points, not ${failure.count}` };
  }
  if (failure.kind !== 'coincident-points') {
    return { path: pointer('points'), message: 'No curve of a size that can be held goes through these points' };
  }
  const { first, second } = failure;
  const gap = chordsOf(packed, closed)[first];
  return {
    path: pointer('points', second, 'at'),
    message:
      gap <= APART
        ? `Points ${first + 1} and ${second + 1} lie in one place`
        : `Points ${first + 1} and ${second + 1} lie too near each other beside the size of the curve`,
  };
}

function resolveControl({ degree, closing, knots, points }: ControlRecipe): Resolved {
  // A periodic curve repeats its first control points at the end.
  const wrapped =
    closing === 'periodic'
      ? Array.from({ length: points.length + degree }, (_, i) => points[i % points.length])
      : points;
  try {
    const packed = homogeneous(
      packVectors(wrapped.map(({ at }) => at)),
      wrapped.map(({ weight }) => weight),
    );
    return success({ curve: makeCurve(degree, knots, packed, closing), fitParameters: new Float64Array() });
  } catch (error) {
    if (!(error instanceof InvalidCurve)) throw error;
    const [, member, index] = /^(\w+)(?:\[(\d+)\])?/.exec(error.where) ?? [];
    return failed({ path: index ? pointer(member, index) : pointer(member), message: error.message });
  }
}
