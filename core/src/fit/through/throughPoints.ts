import { type Curve, domainOf, SHORTEST_SPAN } from '../../curve/curve';
import { breaksOf } from '../../knots/multiplicity';
import { moveSeam } from '../../knots/period';
import { reparameterise } from '../../knots/reparameterise';
import { SAME_KNOT, toKnot } from '../../knots/sameKnot';
import { arcLength, lengthAt } from '../../measure/arcLength';
import { close, toPeriodic } from '../../ends/close';
import { join } from '../../edit/join';
import { checkedContacts, type Contacts } from '../../measure/jet';
import { failed, type Result, success } from '../../result';
import { mustBeOneOf, mustBeWhole } from '../../refuse';
import { checkFitPoints, type ConstraintFailure } from '../fitFailure';
import { checkConstraints, type PointConstraint } from './constraints';
import type { FitEnds } from './layout';
import { spacingBetween, type TargetSpacing } from './nearTargets';
import { type Parameterisation, PARAMETERISATIONS, parametersAlong } from '../parameters';
import { listSites, packSites, sitesInOrder, type Site, type Sites } from '../sites';
import { type Run, smoothRun } from './smoothRun';

/** For parameters in proportion to lengths these are measured to this share. */
const MEASURED = 1e-9;

export interface Fit {
  readonly curve: Curve;
  /**
   * The curve's parameter at each point; a closed curve has one more, for the return to the first. Where a closed one's
   * domain begins before its first point, as with even degrees, the last ones lie as far beyond its end, in the next turn.
   */
  readonly parameters: Float64Array;
  /**
   * The fit points and derivatives that determine the curve together, as many as its control points; what
   * `fitDataOf` reads there and `fromFitData` takes back.
   */
  readonly sites: Sites;
  /** Points lie so unevenly for the degree that rounding decides what the curve does at some of them. */
  readonly isRough: boolean;
}

export interface ThroughPointsOptions {
  readonly closed?: boolean;
  /** 3 when left out; lower where the points determine less. */
  readonly degree?: number;
  /** `arc-length` begins with chord length and takes the lengths of the curve itself, eight times over. */
  readonly parameterisation?: Parameterisation | 'arc-length';
  /** What is asked of the ends of an open curve without constraints. */
  readonly ends?: FitEnds;
  readonly constraints?: readonly PointConstraint[];
  /**
   * What the ends of an open curve go on from: the end points are put there, and what else is held at them gives way. A
   * level that the degree does not have room for beside its end conditions adds knots next to the end.
   */
  readonly contacts?: Contacts;
  /** Indices of inner points, of a closed curve of any, where the curve may have a corner. */
  readonly kinks?: readonly number[];
  /** Neighbours this near, in mm, count as one place and are refused. */
  readonly apart?: number;
  /**
   * The points are targets: the curve over given knots with the least sum of squares from them at given parameters,
   * through its ends, kinks and those that are `exact`. Spacing rule and end conditions have no meaning then, and no sites
   * determine the curve. `spaceTargets` finds knots and parameters.
   */
  readonly targets?: { readonly spacing: TargetSpacing; readonly exact?: readonly number[] };
  /** True answers with a rough curve, and says so, where it would be refused as ill-conditioned. */
  readonly rough?: boolean;
}

/** The largest degree through points. */
const MOST = 9;
const ARC_LENGTH_ROUNDS = 8;
/** A round that makes the curve longer than this many times has run away. */
const MOST_GROWTH = 1.1;

/**
 * The curve through points: by default the C² cubic with its knots at the points' parameters, with natural ends when
 * open, periodic when closed. Degree p gives C^(p−1) everywhere but at kinks, also where tangents and curvatures are
 * given. Two points without constraints give the line between them. O(n p²).
 *
 * `given` points are packed x y z in mm; a closed curve needs three. Throws a RangeError for constraints or kinks that name no
 * point. (de Boor, A Practical Guide to Splines, ch. IV and XIII; The NURBS Book, 9.2.)
 */
export function throughPoints(given: Float64Array, options: ThroughPointsOptions = {}): Result<Fit, ConstraintFailure> {
  const { closed = false, degree = 3, parameterisation = 'faded', ends = 'natural', apart = 0 } = options;
  const contacts = checkedContacts(options.contacts ?? {});
  if (closed && (contacts.start || contacts.end))
    throw new RangeError('contacts: a closed curve has no end to go on from');
  const points = withContactPoints(given, contacts);
  const checked = checkFitPoints(points, closed, closed ? 3 : 2, apart);
  if (!checked.ok) return checked;
  const chords = checked.value;
  const count = points.length / 3;
  mustBeWhole(degree, 1, MOST, 'degree');
  mustBeOneOf(ends, ['natural', 'not-a-knot'], 'ends');
  if (parameterisation !== 'arc-length') mustBeOneOf(parameterisation, PARAMETERISATIONS, 'parameterisation');
  const isContact = (index: number) =>
    (index === 0 && contacts.start !== undefined) || (index === count - 1 && contacts.end !== undefined);
  const constraints = (options.constraints ?? []).filter(({ index }) => !isContact(index));
  const kinks = [...new Set(options.kinks ?? [])].sort((a, b) => a - b);
  for (const kink of kinks) mustBeWhole(kink, closed ? 0 : 1, closed ? count - 1 : count - 2, 'kinks');
  checkConstraints(constraints, count, kinks);

  const targets = options.targets && checkedTargets(options.targets, count, closed);
  const fitAt = (parameters: Float64Array): Result<Fit, ConstraintFailure> => {
    // Spacing so uneven that two parameters are nearly one cannot carry a knot.
    for (let i = 1; i < parameters.length && !targets; i++) {
      if (!(parameters[i] - parameters[i - 1] >= SHORTEST_SPAN))
        return failed({ kind: 'coincident-points', first: i - 1, second: i % count });
    }
    const run: Run = { points, parameters, closed, degree, ends, constraints, contacts, targets };
    if (kinks.length > 0) return kinked(run, kinks);
    const smooth = smoothRun(run);
    if (!smooth.ok) return smooth;
    const { curve, sites, isRough } = smooth.value;
    return success({ curve, parameters, sites, isRough });
  };
  const fit = targets
    ? fitAt(targets.spacing.parameters)
    : parameterisation === 'arc-length'
      ? byRounds(fitAt(parametersAlong(points, chords, closed, 'chord', [])), fitAt)
      : fitAt(parametersAlong(points, chords, closed, parameterisation, kinks));
  if (fit.ok && fit.value.isRough && !options.rough) {
    return failed({ kind: 'ill-conditioned', degree: fit.value.curve.degree, points: count });
  }
  return fit;
}

/** Targets whose spacing fits their number. Throws a RangeError for any other. */
function checkedTargets(
  { spacing, exact = [] }: NonNullable<ThroughPointsOptions['targets']>,
  count: number,
  closed: boolean,
): NonNullable<Run['targets']> {
  const { parameters, knots, smoothing = 0 } = spacing;
  if (!(smoothing >= 0 && smoothing < Infinity)) {
    throw new RangeError(`targets.spacing.smoothing: 0 or more is needed, not ${smoothing}`);
  }
  const needed = closed ? count + 1 : count;
  if (parameters.length !== needed) {
    throw new RangeError(`targets.spacing.parameters: ${needed} are needed, not ${parameters.length}`);
  }
  const falls = parameters.findIndex((u, i) => !(Number.isFinite(u) && (i === 0 || u >= parameters[i - 1])));
  if (falls >= 0) throw new RangeError(`targets.spacing.parameters[${falls}]: it must not fall, ${parameters[falls]}`);
  const [from, to] = [parameters[0], parameters[needed - 1]];
  const isInner = (u: number, i: number) => u < to && (closed || u > from) && (i === 0 || u > knots[i - 1]);
  const out = knots.findIndex((u, i) => !isInner(u, i));
  if (out >= 0)
    throw new RangeError(`targets.spacing.knots[${out}]: increasing inner knots are needed, not ${knots[out]}`);
  for (const index of exact) mustBeWhole(index, 0, count - 1, 'targets.exact');
  return { spacing, exact };
}

/** The points with the ends where those that they go on from are. */
function withContactPoints(points: Float64Array, { start, end }: Contacts): Float64Array {
  if (points.length < 6 || !(start ?? end)) return points;
  const moved = points.slice();
  if (start) moved.set(start.jet.point);
  if (end) moved.set(end.jet.point, moved.length - 3);
  return moved;
}

/**
 * Takes the parameters from the curve's own lengths again and again, for as long as each round changes them less than
 * the one before and the curve does not grow: over sharp turns they would run away, and the last good curve stays.
 */
function byRounds(
  start: Result<Fit, ConstraintFailure>,
  fitAt: (parameters: Float64Array) => Result<Fit, ConstraintFailure>,
): Result<Fit, ConstraintFailure> {
  if (!start.ok) return start;
  let fit = start.value;
  let measured = lengthsOf(fit);
  let moved = Infinity;
  for (let round = 0; round < ARC_LENGTH_ROUNDS; round++) {
    const { parameters } = fit;
    const move = measured.parameters.reduce((most, u, i) => Math.max(most, Math.abs(u - parameters[i])), 0);
    const refitted: Result<Fit, ConstraintFailure> = move < moved ? fitAt(measured.parameters) : start;
    if (!refitted.ok || refitted === start) break;
    const next = lengthsOf(refitted.value);
    if (next.total > MOST_GROWTH * measured.total) break;
    [fit, measured, moved] = [refitted.value, next, move];
  }
  return success(fit);
}

/** The length of a curve, and parameters in proportion to its lengths between the points. */
function lengthsOf({ curve, parameters }: Fit): { total: number; parameters: Float64Array } {
  const rough = arcLength(curve, Number.MAX_VALUE).total;
  const measured = arcLength(curve, MEASURED * rough);
  const { total } = measured;
  const [first, last] = domainOf(curve);
  const along = (u: number) => (u > last ? total + lengthAt(measured, first + (u - last)) : lengthAt(measured, u));
  const start = along(parameters[0]);
  const next = parameters.map((u) => (along(u) - start) / total);
  next[0] = 0;
  next[next.length - 1] = 1;
  return { total, parameters: next };
}

interface PartSites {
  readonly curve: Curve;
  readonly sites: readonly Site[];
}

/** The runs between kinks, laid one by one and joined; a closed curve from one kink around to it again. */
function kinked(run: Run, kinks: readonly number[]): Result<Fit, ConstraintFailure> {
  const { points, parameters, closed } = run;
  const count = points.length / 3;
  const period = parameters[parameters.length - 1] - parameters[0];
  const stops = closed ? [...kinks, kinks[0] + count] : [0, ...kinks, count - 1];
  const parts: PartSites[] = [];
  let isRough = false;
  for (let s = 0; s + 1 < stops.length; s++) {
    const [from, to] = [stops[s], stops[s + 1]];
    const indices = Array.from({ length: to - from + 1 }, (_, i) => from + i);
    const constraints = run.constraints.flatMap((constraint) =>
      indices.flatMap((index, i) => {
        if (index % count !== constraint.index) return [];
        const side = i === 0 ? 'after' : i === indices.length - 1 ? 'before' : undefined;
        return constraint.side && side && constraint.side !== side ? [] : [{ ...constraint, index: i }];
      }),
    );
    const partParameters = Float64Array.from(indices, (i) => parameters[i % count] + (i >= count ? period : 0));
    const part = smoothRun({
      ...run,
      closed: false,
      points: Float64Array.from(indices.flatMap((i) => [...points.subarray(3 * (i % count), 3 * (i % count) + 3)])),
      parameters: partParameters,
      ...(run.targets && {
        targets: {
          spacing: spacingBetween(run.targets.spacing, partParameters, closed ? period : Infinity),
          exact: indices.flatMap((i, k) => (run.targets?.exact.includes(i % count) ? [k] : [])),
        },
      }),
      constraints,
      contacts: {
        ...(from === 0 && run.contacts?.start && { start: run.contacts.start }),
        ...(to === count - 1 && run.contacts?.end && { end: run.contacts.end }),
      },
    });
    if (!part.ok) {
      const { failure } = part;
      return failed('index' in failure ? { ...failure, index: (from + failure.index) % count } : failure);
    }
    isRough ||= part.value.isRough;
    parts.push({ curve: part.value.curve, sites: listSites(part.value.sites) });
  }
  const joined = parts.map(({ curve }) => curve).reduce((a, b) => valueOf(join(a, b, Infinity)));
  const sites = run.targets ? [] : sitesOfParts(parts, joined.degree);
  if (!closed) return success({ curve: joined, parameters, sites: packSites(sites), isRough });
  // Closed without smoothing anything: the kink keeps its knots, and the seam goes to the knot where the points begin.
  const ring = valueOf(toPeriodic(close(joined, Infinity), 0));
  const start = parameters[0] + (kinks[0] > 0 ? period : 0);
  const seam = breaksOf(ring).findLast(({ u }) => u <= start)?.u ?? start;
  const turned = moveSeam(ring, seam);
  const curve = kinks[0] > 0 ? reparameterise(turned, seam - period, seam) : turned;
  const [first, last] = domainOf(curve);
  const near = SAME_KNOT * period;
  const within = sites.slice(0, -1).map((site): Site => {
    const turns = site.u > last + near || (site.u >= last - near && !site.left) ? 1 : 0;
    return { ...site, u: toKnot(curve, Math.max(first, site.u - turns * period)) };
  });
  return success({
    curve,
    parameters,
    sites: packSites(sitesInOrder(within)),
    isRough,
  });
}

/** Sites of the joined curve: at each kink the place once, with derivatives to both sides. */
function sitesOfParts(parts: readonly PartSites[], degree: number): Site[] {
  return parts.flatMap(({ curve, sites }, i) => {
    // A part of fewer points was raised to the common degree, and more derivatives at its ends belong to it.
    const spans = new Set(curve.knots).size - 1;
    const more = (degree - curve.degree) * spans;
    const first = sites[0].u;
    const last = sites[sites.length - 1].u;
    const atStart = sites.filter(({ u }) => u === first).length;
    const atEnd = sites.filter(({ u }) => u === last).length;
    const starting = Array.from({ length: Math.ceil(more / 2) }, (_, k) => ({ u: first, order: atStart + k }));
    const ending = Array.from({ length: Math.floor(more / 2) }, (_, k) => ({ u: last, order: atEnd + k, left: true }));
    const all = [
      ...sites.slice(0, atStart),
      ...starting,
      ...sites.slice(atStart, sites.length - atEnd),
      ...ending.reverse(),
      ...sites.slice(sites.length - atEnd),
    ];
    return i === 0 ? all : all.slice(1);
  });
}

function valueOf<Value>(result: Result<Value, unknown>): Value {
  if (!result.ok) throw new Error(`parts that meet do not join: ${JSON.stringify(result.failure)}`);
  return result.value;
}
