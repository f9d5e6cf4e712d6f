import {
  chordsOf,
  type Curve,
  domainOf,
  failed,
  type ConstraintFailure,
  type Fit,
  homogeneous,
  InvalidCurve,
  makeCurve,
  packSites,
  sitesInOrder,
  packVectors,
  type PointConstraint,
  type Result,
  type Sites,
  success,
  type TargetSpacing,
  throughPoints,
  throughToSymmetry,
} from '@pencil-bend/core';
import { type Problem, pointer } from '../problem';
import { CommandError } from '../commandError';
import type { ControlRecipe, FitPoint, FitRecipe, GivenRecipe, Recipe } from '../project/project';
import { curveOfGiven } from './givenRecipes';
import { SIDES, heldTangent } from './tangentSides';

/** A curve made from its recipe. */
export interface ResolvedCurve {
  readonly curve: Curve;
  /** The parameter of each fit point (a closed curve has one more, for its end); empty without fit points. */
  readonly fitParameters: Float64Array;
  /** The fit points and derivatives that determine the curve; null where it has no fit points. */
  readonly sites: Sites | null;
  /** Fit points lie so unevenly for the degree that rounding decides what the curve does at some of them. */
  readonly isRough?: boolean;
}

/** A failure's path points into the recipe. */
export type Resolved = Result<ResolvedCurve, Problem>;

/** Fit points nearer than this, in mm, lie in one place: the rounding of an exported coordinate. */
export const APART = 1e-6;

const known = new WeakMap<Recipe, Resolved>();
const NO_PARAMETERS = new Float64Array();

/** The curve of a recipe. The same recipe object gives the same curve object: nothing is computed twice. */
export function resolveRecipe(recipe: Recipe): Resolved {
  let resolved = known.get(recipe);
  if (!resolved) {
    resolved = resolvedAnew(recipe);
    known.set(recipe, resolved);
  }
  return resolved;
}

/** A recipe of control points that gives a curve which is there already, to the last bit: it is not made again. */
export function knownAs(recipe: ControlRecipe, curve: Curve): ControlRecipe {
  const { fit, knots } = recipe;
  if (!fit && curve.knots.every((knot, i) => knot === knots[i]))
    known.set(recipe, success({ curve, fitParameters: NO_PARAMETERS, sites: null }));
  return recipe;
}

function resolvedAnew(recipe: Recipe): Resolved {
  switch (recipe.kind) {
    case 'fit':
      return resolveFit(recipe);
    case 'control':
      return resolveControl(recipe);
    default:
      return resolveGiven(recipe);
  }
}

function resolveGiven(recipe: GivenRecipe): Resolved {
  try {
    return success({ curve: curveOfGiven(recipe), fitParameters: NO_PARAMETERS, sites: null });
  } catch (error) {
    if (!(error instanceof CommandError || error instanceof RangeError)) throw error;
    return failed({ path: '', message: error.message });
  }
}

function resolveFit(recipe: FitRecipe): Resolved {
  const { points, closed, near } = recipe;
  const packed = packVectors(points.map(({ at }) => at));
  const isNear = near?.parameters.length === points.length + (closed ? 1 : 0);
  const spacing = near && {
    parameters: Float64Array.from(near.parameters),
    knots: Float64Array.from(near.knots),
    ...(near.smoothing !== undefined && { smoothing: near.smoothing }),
  };
  try {
    // On the way to another spacing points may have come or gone: they are passed through then.
    const fit = fitBy(recipe, packed, isNear ? spacing : undefined);
    if (!fit.ok) return failed(fitProblem(fit.failure, packed, closed));
    const { curve, parameters, sites, isRough } = fit.value;
    return success({ curve, fitParameters: parameters, sites: isNear ? null : sites, isRough });
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return failed({ path: pointer('points'), message: error.message });
  }
}

/** The curve through its points, or near them by a spacing, as it is held and bound. Throws a RangeError. */
export function fitBy(
  recipe: FitRecipe,
  packed: Float64Array,
  spacing: TargetSpacing | undefined,
): Result<Fit, ConstraintFailure> {
  const { closed, parameterisation, degree, ends, bound } = recipe;
  const { kinks, constraints } = heldAtPoints(recipe);
  const { contacts, image } = bound ?? {};
  const targets = spacing && { spacing, exact: exactOf(recipe) };
  const options = { degree, parameterisation, ends, constraints, kinks, contacts, targets, apart: APART, rough: true };
  return image
    ? throughToSymmetry(packed, image.end, image.symmetry, options)
    : throughPoints(packed, closed ? { ...options, closed } : options);
}

/** Indices of targets that the curve passes through all the same: what is pinned or tied stays where it is. */
export const exactOf = ({ points, exact = [] }: FitRecipe): number[] =>
  points.flatMap(({ id, pinned }, i) => (pinned || exact.includes(id) ? [i] : []));

/** What is held at the points of a curve. */
export function heldAtPoints({ points, closed }: FitRecipe): { kinks: number[]; constraints: PointConstraint[] } {
  const kinks = points.flatMap(({ kink }, i) => (kink && (closed || (i > 0 && i < points.length - 1)) ? [i] : []));
  const inner = new Set(kinks);
  return { kinks, constraints: points.flatMap((point, i) => constraintsOf(point, i, inner.has(i))) };
}

function constraintsOf(point: FitPoint, index: number, isKink: boolean): PointConstraint[] {
  const { radius, tangents } = point;
  const curvature = radius !== undefined && { curvature: { radius } };
  if (isKink && tangents) {
    return SIDES.flatMap((side): PointConstraint[] => {
      const tangent = tangents[side];
      return tangent || curvature ? [{ index, side, ...(tangent && { tangent }), ...curvature }] : [];
    });
  }
  // An end has one side.
  const tangent = heldTangent(point, index === 0 ? 'after' : 'before');
  return tangent || curvature ? [{ index, ...(tangent && { tangent }), ...curvature }] : [];
}

export function fitProblem(failure: ConstraintFailure, packed: Float64Array, closed: boolean): Problem {
  switch (failure.kind) {
    case 'too-few-points': {
      const which = closed ? 'A closed curve' : 'A curve';
      return { path: pointer('points'), message: `${which} needs ${failure.needed} points, not ${failure.count}` };
    }
    case 'coincident-points': {
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
    case 'degree-too-low': {
      const { index, degree, needed } = failure;
      const message = `What is held at point ${index + 1} needs degree ${needed}; these points allow ${degree}`;
      return { path: pointer('points', index), message };
    }
    case 'no-side': {
      const message = `The curve is straight at point ${failure.index + 1}: a radius has no side to bend to`;
      return { path: pointer('points', failure.index, 'radius'), message };
    }
    default: {
      const message = 'No curve of a size that can be held goes through these points with what is held there';
      return { path: pointer('points'), message };
    }
  }
}

function resolveControl({ degree, closing, knots, points, fit }: ControlRecipe): Resolved {
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
    const curve = makeCurve(degree, knots, packed, closing);
    if (!fit) return success({ curve, fitParameters: NO_PARAMETERS, sites: null });
    const [first, last] = domainOf(curve);
    for (const [member, list] of Object.entries({ points: fit.points, rows: fit.rows })) {
      const outside = list.findIndex(({ u }) => !(u >= first && u <= last));
      if (outside >= 0) {
        const message = `its parameter ${list[outside].u} lies outside the domain ${first} to ${last}`;
        return failed({ path: pointer('fit', member, outside, 'u'), message });
      }
    }
    const unsorted = fit.points.findIndex(({ u }, i) => i > 0 && !(u > fit.points[i - 1].u));
    if (unsorted > 0) {
      const path = pointer('fit', 'points', unsorted, 'u');
      return failed({ path, message: 'Fit points stand in the order of the curve, each at a parameter of its own' });
    }
    const us = fit.points.map(({ u }) => u);
    const fitParameters = Float64Array.from(closing === 'open' ? us : [...us, us[0] + last - first]);
    return success({ curve, fitParameters, sites: sitesOf(fit) });
  } catch (error) {
    if (!(error instanceof InvalidCurve)) throw error;
    const [, member, index] = /^(\w+)(?:\[(\d+)\])?/.exec(error.where) ?? [];
    return failed({ path: index ? pointer(member, index) : pointer(member), message: error.message });
  }
}

const sitesOf = ({ points, rows }: NonNullable<ControlRecipe['fit']>): Sites =>
  packSites(sitesInOrder([...points.map(({ u }) => ({ u, order: 0 })), ...rows]));
