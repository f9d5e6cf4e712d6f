import { type Curve, homogeneous, makeCurve } from '../../curve/curve';
import { periodicCurve } from '../../knots/period';
import { uniformKnots } from '../../knots/uniformKnots';
import type { Vector3 } from '../../linear/vector';
import { bestPlane } from '../../measure/bestPlane';
import { controlBox } from '../../measure/extent';
import { normalOf } from '../../plane/plane';
import { mustBeAbove0, mustBeOneOf } from '../../refuse';
import { failed, type Result, success } from '../../result';
import { elastica, STIFFNESS, stiffnessOf } from '../balanced/elastica';
import { eulerThrough } from '../balanced/eulerThrough';
import { fairest } from '../balanced/fairest';
import { linearTension } from '../balanced/linearTension';
import { checkFitPoints, type ConstraintFailure } from '../fitFailure';
import { smoothingSpline } from '../near/smoothingSpline';
import { PARAMETERISATIONS, type Parameterisation } from '../parameters';
import type { TargetSpacing } from '../through/nearTargets';
import { throughPoints } from '../through/throughPoints';
import { FEW_TARGETS, type OutOfReach, spaceTargets } from '../targets/spaceTargets';
import { type FitFigures, fitFigures } from './fitFigures';
import { type Gate, gainGate, shapeGate, turnGate } from './gates';

/**
 * The ways to fit a curve to points: through them with each parameterisation; with the points as control points; bending
 * against stretching; as fair as can be; by Euler spirals; near them by a root mean square; and within a distance of each
 * with the fewest control points.
 */
export const FIT_METHODS = [
  ...PARAMETERISATIONS,
  'control',
  'elastica',
  'fairest',
  'euler-spiral',
  'smoothing',
  'fewest',
] as const;
export type FitMethod = (typeof FIT_METHODS)[number];

/** What was made, where a method's gate was shut. */
export type FitMade = FitMethod | 'linear-tension';

export interface TryFitOptions {
  readonly closed?: boolean;
  /** mm; the root mean square of the smoothing spline, the distance of each point for the fewest control points. */
  readonly tolerance: number;
  /** Of the elastica, as a share of the median chord; 0.25 when left out. */
  readonly stiffness?: number;
  /** Called while it works, with how far it is as a share from 0 to 1 where that is known; false stops. */
  readonly progress?: (share: number | null) => boolean | void;
}

export interface TriedFit {
  readonly method: FitMethod;
  /** Another method's where the gates of this one and of those that stand in for it are shut, with the reasons in turn. */
  readonly made: FitMade;
  readonly gates: readonly Gate[];
  readonly curve: Curve;
  /** Of the fewest control points: what `throughPoints` lays the same curve by. */
  readonly spacing?: TargetSpacing;
  readonly figures: FitFigures;
  /** Unit normal of the plane that the points lie in; null in space. */
  readonly normal: Vector3 | null;
}

/** Points off a plane by less than this share of their size lie in it. */
const FLAT = 1e-9;
/** Turns up to which a search for the fairest finds a least, and Euler spirals do not wind up. */
const MOST_TURN = { fairest: Math.PI / 4, 'euler-spiral': Math.PI / 2 } as const;

/**
 * A curve for points by one of the methods, with the figures to compare it by. Of points in a plane the curve lies in it.
 * The fairest curve, Euler spirals and the elastica can run away at sharp turns: each stands behind gates, and where these
 * are shut the next one is made, linear tension in the end.
 *
 * `points` are packed x y z in mm, three at least. Fails as `throughPoints` and `spaceTargets` do. The same points give the same bits.
 */
export function tryFit(
  points: Float64Array,
  method: FitMethod,
  options: TryFitOptions,
): Result<TriedFit, ConstraintFailure | OutOfReach> {
  const { closed = false, tolerance } = options;
  mustBeOneOf(method, FIT_METHODS, 'method');
  mustBeAbove0(tolerance, 'tolerance');
  const checked = checkFitPoints(points, closed, 3, 0);
  if (!checked.ok) return checked;
  const lines = linesBetween(points, closed);
  const normal = planeOf(lines);
  const made = fitted(points, method, lines, normal, options);
  if (!made.ok) return made;
  return success({ method, ...made.value, figures: fitFigures(points, made.value.curve, normal), normal });
}

interface Made {
  readonly made: FitMade;
  readonly gates: readonly Gate[];
  readonly curve: Curve;
  readonly spacing?: TargetSpacing;
}

function fitted(
  points: Float64Array,
  method: FitMethod,
  lines: Curve,
  normal: Vector3 | null,
  options: TryFitOptions,
): Result<Made, ConstraintFailure | OutOfReach> {
  const { closed = false, tolerance, progress } = options;
  const made = (curve: Curve): Made => ({ made: method, gates: [], curve });
  const open = (curve: Curve) => success(made(curve));
  switch (method) {
    case 'control':
      return open(controlledBy(points, closed));
    case 'smoothing': {
      const fit = smoothingSpline(points, tolerance, { closed });
      return fit.ok ? open(fit.value.curve) : fit;
    }
    case 'fewest': {
      const found = spaceTargets(points, tolerance, { closed, progress: () => void progress?.(null) });
      if (found.ok) return success({ ...made(found.value.fit.curve), spacing: found.value.spacing });
      if (points.length / 3 > FEW_TARGETS) return found;
      const fit = through(points, closed, 'faded');
      return fit.ok ? open(fit.value) : fit;
    }
    case 'elastica':
    case 'fairest':
    case 'euler-spiral':
      return success(behindGates(points, method, lines, normal, options));
    default: {
      const fit = through(points, closed, method);
      return fit.ok ? open(fit.value) : fit;
    }
  }
}

function through(
  points: Float64Array,
  closed: boolean,
  parameterisation: Parameterisation,
): Result<Curve, ConstraintFailure> {
  const fit = throughPoints(points, { closed, parameterisation });
  return fit.ok ? success(fit.value.curve) : failed(fit.failure);
}

/** The method if its gates are open, else the first of those after it whose are. */
function behindGates(
  points: Float64Array,
  method: 'fairest' | 'euler-spiral' | 'elastica',
  lines: Curve,
  normal: Vector3 | null,
  options: TryFitOptions,
): Made {
  const { closed = false, stiffness, progress } = options;
  const balanced = (steps: number) => ({ closed, normal, progress: (step: number) => progress?.(step / steps) });
  const shaped = (curve: Curve): Curve | Gate => shapeGate(points, closed, curve, lines) ?? curve;
  const ways: Readonly<Record<typeof method, () => Curve | Gate>> = {
    fairest: () => {
      const turn = turnGate(points, closed, MOST_TURN.fairest);
      if (turn) return turn;
      const { curve } = fairest(points, balanced(40));
      const plain = through(points, closed, 'chord');
      return (plain.ok ? gainGate(curve, plain.value) : null) ?? shaped(curve);
    },
    'euler-spiral': () => {
      if (!normal) return { kind: 'not-flat' };
      const turn = turnGate(points, closed, MOST_TURN['euler-spiral']);
      if (turn) return turn;
      const fit = eulerThrough(points, { closed, normal });
      return fit.ok ? shaped(fit.value.curve) : { kind: 'not-found' };
    },
    elastica: () => {
      const length = stiffnessOf(points, closed, stiffness ?? STIFFNESS.usual);
      return shaped(elastica(points, { ...balanced(60), stiffness: length }).curve);
    },
  };
  const inTurn = ['fairest', 'euler-spiral', 'elastica'] as const;
  const gates: Gate[] = [];
  for (const made of inTurn.slice(inTurn.indexOf(method))) {
    const found = ways[made]();
    if ('points' in found) return { made, gates, curve: found };
    gates.push(found);
  }
  return { made: 'linear-tension', gates, curve: linearTension(points, { closed, normal }) };
}

/** The points as control points of a cubic, of degree 2 where there are three of an open one. */
function controlledBy(points: Float64Array, closed: boolean): Curve {
  const control = homogeneous(points);
  const count = points.length / 3;
  if (closed) return periodicCurve(3, control);
  const degree = Math.min(3, count - 1);
  return makeCurve(degree, uniformKnots(degree, count), control);
}

function linesBetween(points: Float64Array, closed: boolean): Curve {
  const control = homogeneous(closed ? [...points, ...points.subarray(0, 3)] : points);
  return makeCurve(1, uniformKnots(1, control.length / 4), control, closed ? 'clamped-closed' : 'open');
}

/** The normal of the plane that the lines between the points lie in; of a straight line that of one through it. */
function planeOf(lines: Curve): Vector3 | null {
  const { plane, deviation } = bestPlane(lines);
  const { least, largest } = controlBox(lines);
  const size = Math.hypot(largest[0] - least[0], largest[1] - least[1], largest[2] - least[2]);
  return deviation <= FLAT * size ? normalOf(plane) : null;
}
