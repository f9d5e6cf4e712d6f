import { distance, length, scale, unit, type Vector3 } from '../../linear/vector';
import { type Curve, domainOf, homogeneous, lookedAt, trusted } from '../../curve/curve';
import { scratch } from '../../linear/scratch';
import { derivatives } from '../../curve/evaluate';
import { periodicCurve } from '../../knots/period';
import { contactDerivatives, type Contacts } from '../../measure/jet';
import { failed, type Result, success } from '../../result';
import { collocate } from './collocation';
import type { ConstraintFailure } from '../fitFailure';
import {
  bendOf,
  constrainedDerivative,
  type ConstrainedRun,
  type PointConstraint,
  secondFor,
  type TangentConstraint,
} from './constraints';
import { chordsOf } from '../parameters';
import { closedLayout, type FitEnds, type Layout, openLayout } from './layout';
import { nearTargets, type TargetRun, type TargetSpacing } from './nearTargets';
import { packSites, type Sites } from '../sites';

/** A curve that bends by less than this share of its second derivative bends by rounding. */
const NO_BEND = 1e-12;

/** A run of fit points without a kink, to be passed by one smooth curve. */
export interface Run extends ConstrainedRun {
  readonly degree: number;
  readonly ends: FitEnds;
  /** At most one for each point. */
  readonly constraints: readonly PointConstraint[];
  /** What the ends of an open run go on from. */
  readonly contacts?: Contacts;
  /** Points that are targets, how they stand along the curve, and which of them it passes through all the same. */
  readonly targets?: { readonly spacing: TargetSpacing; readonly exact: readonly number[] };
}

export interface SmoothRun {
  readonly curve: Curve;
  /** Fit points and constrained derivatives, as many as control points: together they determine the curve. */
  readonly sites: Sites;
  /** Rounding decides what the curve does at some of its points. */
  readonly isRough: boolean;
}

/** Derivatives given at a point: r', or r' and r'', or all three. */
type Derivatives = readonly Vector3[];

/** The smooth curve through a run of points with the constraints there. */
export function smoothRun(run: Run): Result<SmoothRun, ConstraintFailure> {
  for (const { index, tangent, curvature } of run.constraints) {
    const needed = curvature ? 3 : tangent ? 2 : 1;
    if (run.degree < needed) return failed({ kind: 'degree-too-low', index, degree: run.degree, needed });
  }
  const derivativesAt = contactsOf(run);
  for (const [index, { length: needed }] of derivativesAt) {
    if (run.degree < needed) return failed({ kind: 'degree-too-low', index, degree: run.degree, needed });
  }
  for (const { index, tangent } of run.constraints)
    if (tangent) derivativesAt.set(index, [derivativeAt(run, index, tangent)]);
  const bent = run.constraints.filter(({ curvature }) => curvature);
  if (bent.length > 0) {
    // Tangents and speeds that are not held are those of the curve without the constrained curvatures.
    const free = solve(run, derivativesAt);
    if (!free.ok) return free;
    for (const { index, curvature } of bent) {
      const d = derivatives(free.value.curve, siteAt(run, free.value.curve, index), 2, index === 0 ? 'right' : 'left');
      const first = derivativesAt.get(index)?.[0] ?? ([d[3], d[4], d[5]] as const);
      const second: Vector3 = [d[6], d[7], d[8]];
      const kappa = curvature && 'radius' in curvature ? radiusVector(first, second, curvature.radius) : curvature;
      const secondDerivative = kappa && length(first) > 0 ? secondFor(first, kappa, second) : null;
      if (!secondDerivative) return failed({ kind: 'no-side', index });
      derivativesAt.set(index, [first, secondDerivative]);
    }
  }
  return solve(run, derivativesAt);
}

/**
 * The derivatives at ends that go on from others. The speed is the one of a tangent without a strength, and it changes
 * along the tangent in no order, unless freedoms are given.
 */
function contactsOf(run: Run): Map<number, Derivatives> {
  const found = new Map<number, Derivatives>();
  const last = run.points.length / 3 - 1;
  for (const [contact, index, sense] of [
    [run.contacts?.start, 0, 1],
    [run.contacts?.end, last, -1],
  ] as const) {
    if (!contact || contact.level === 0) continue;
    const { jet, level, freedoms } = contact;
    const direction = scale(jet.tangent, sense);
    const { a = length(derivativeAt(run, index, { direction })), b = 0, c = 0 } = freedoms ?? {};
    // Odd orders turn with the direction that the run is gone through.
    found.set(
      index,
      contactDerivatives(jet, level, { a, b, c }).map((derivative, k) => scale(derivative, k % 2 === 0 ? sense : 1)),
    );
  }
  return found;
}

/**
 * The derivative that a constrained tangent means. Targets may lie as near each other as their noise is large: theirs is by
 * the means of the whole run.
 */
function derivativeAt(run: Run, index: number, tangent: TangentConstraint): Vector3 {
  if (!run.targets) return constrainedDerivative(run, index, tangent);
  const { points, parameters, closed } = run;
  const chords = chordsOf(points, closed);
  const chord = chords.reduce((sum, each) => sum + each, 0) / chords.length;
  const interval = (parameters[parameters.length - 1] - parameters[0]) / chords.length;
  const { direction, strength } = tangent;
  const size = !strength ? chord : 'mm' in strength ? strength.mm : strength.ratio * chord;
  return scale(unit(direction), size / interval);
}

/** The parameter of a point within the domain, which on a closed curve may end before the last one. */
function siteAt({ parameters }: Run, curve: Curve, i: number): number {
  const [first, last] = domainOf(curve);
  return parameters[i] > last ? parameters[i] - (last - first) : parameters[i];
}

/** The curvature vector of a radius to the side a curve bends to; null where it does not bend by more than rounding. */
function radiusVector(first: Vector3, second: Vector3, radius: number): Vector3 | null {
  if (radius === Infinity) return [0, 0, 0];
  const bend = bendOf(first, second);
  const size = length(bend);
  const straight = (NO_BEND * length(second)) / (length(first) * length(first));
  return size > straight ? scale(bend, 1 / (size * radius)) : null;
}

const valuesOf = scratch();

function solve(run: Run, derivativesAt: ReadonlyMap<number, Derivatives>): Result<SmoothRun, ConstraintFailure> {
  const { points, parameters, closed, targets } = run;
  if (targets) return solveNear({ ...run, ...targets, derivatives: derivativesAt }, run);
  const constrained = new Uint8Array(points.length / 3);
  for (const [index, derivatives] of derivativesAt) constrained[index] = derivatives.length;
  const layout = closed
    ? closedLayout(parameters, run.degree, constrained)
    : openLayout(parameters, run.degree, run.ends, constrained);
  for (const { index, curvature, tangent } of run.constraints) {
    const needed = curvature ? 3 : tangent ? 2 : 1;
    if (layout.degree < needed) return failed({ kind: 'degree-too-low', index, degree: layout.degree, needed });
  }
  for (const [index, { length: needed }] of derivativesAt) {
    if (layout.degree < needed) return failed({ kind: 'degree-too-low', index, degree: layout.degree, needed });
  }
  const { degree, knots, count, sites } = layout;
  const values = valuesOf(3 * count);
  for (let i = 0, to = 0; i < count; i++, to += 3) {
    const point = layout.points[i];
    const order = sites.orders[i];
    if (order === 0) {
      values[to] = points[3 * point];
      values[to + 1] = points[3 * point + 1];
      values[to + 2] = points[3 * point + 2];
    } else {
      const derivative = layout.natural[i] === 1 ? null : derivativesAt.get(point)?.[order - 1];
      for (let c = 0; c < 3; c++) values[to + c] = derivative ? derivative[c] : 0;
    }
  }
  const around = closed ? periodicCurve(degree, homogeneous(new Float64Array(3 * count)), knots).knots : knots;
  const space = { degree, knots: around, count, periodic: closed };
  const found = collocate(space, sites, values);
  if (!found) return failed({ kind: 'unsolvable', degree, points: points.length / 3 });
  const plain = homogeneous(found.control);
  const curve = closed ? periodicCurve(degree, plain, knots) : lookedAt(trusted(degree, knots, plain));
  const isRough =
    found.rough || ![...derivativesAt].every(([index, wanted]) => isKept(curve, siteAt(run, curve, index), wanted));
  return success({ curve, sites: closed ? sites : withLowestAtEnds(layout), isRough });
}

/** The curve near points that are targets: no sites determine it. */
function solveNear(targets: TargetRun, run: Run): Result<SmoothRun, ConstraintFailure> {
  const { points, degree, derivatives } = targets;
  const curve = nearTargets(targets);
  if (!curve) return failed({ kind: 'unsolvable', degree, points: points.length / 3 });
  for (const [index, { length: needed }] of derivatives) {
    if (curve.degree < needed) return failed({ kind: 'degree-too-low', index, degree: curve.degree, needed });
  }
  const isRough = ![...derivatives].every(([index, wanted]) => isKept(curve, siteAt(run, curve, index), wanted));
  return success({ curve, sites: packSites([]), isRough });
}

/** A constraint is kept when derivatives and what they bend by are off by no more than this share. */
const KEPT = 1e-6;
const STRAIGHT = 1e-9;

/** Whether the curve has the derivatives that were asked for at u, as it is evaluated; on either side. */
function isKept(curve: Curve, u: number, [first, second]: Derivatives): boolean {
  const [from, to] = domainOf(curve);
  return (['left', 'right'] as const).every((side) => {
    const d = derivatives(curve, u, second ? 2 : 1, side);
    const found: Vector3 = [d[3], d[4], d[5]];
    if (!(distance(found, first) <= KEPT * length(first))) return false;
    if (!second) return true;
    const [bend, wanted] = [bendOf(found, [d[6], d[7], d[8]]), bendOf(first, second)];
    // A radius of this many times the curve's length is straight.
    return distance(bend, wanted) <= KEPT * length(wanted) + STRAIGHT / (length(first) * (to - from));
  });
}

/** Sites with the lowest derivatives at the ends in the place of natural conditions. */
function withLowestAtEnds({ sites: { parameters, orders, left }, points, count }: Layout): Sites {
  const lowest = orders.slice();
  for (let i = 0; i < count && points[i] === points[0]; i++) lowest[i] = i;
  for (let i = 0; i < count && points[count - 1 - i] === points[count - 1]; i++) lowest[count - 1 - i] = i;
  return { parameters, orders: lowest, left };
}
