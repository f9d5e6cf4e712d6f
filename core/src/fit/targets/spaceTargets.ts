import { scale, type Vector3 } from '../../linear/vector';
import { distinctOf } from '../../knots/period';
import { SAME_KNOT } from '../../knots/sameKnot';
import { arcLength } from '../../measure/arcLength';
import { energies } from '../../measure/energies';
import type { Contacts, Jet } from '../../measure/jet';
import { pointsDeviation } from '../../measure/pointsDeviation';
import { mustBeAbove0, mustBeWhole } from '../../refuse';
import { failed, type Result, success } from '../../result';
import { checkFitPoints, type ConstraintFailure } from '../fitFailure';
import type { EndHold } from '../near/heldEnds';
import { nearPoints } from '../near/nearPoints';
import type { Progress } from '../near/progress';
import { chordsOf, parametersAlong } from '../parameters';
import type { PointConstraint } from '../through/constraints';
import type { TargetSpacing } from '../through/nearTargets';
import { type Fit, throughPoints } from '../through/throughPoints';

export interface SpaceTargetsOptions {
  readonly closed?: boolean;
  /** 3 when left out; lower where the targets determine less. */
  readonly degree?: number;
  readonly constraints?: readonly PointConstraint[];
  readonly contacts?: Contacts;
  readonly kinks?: readonly number[];
  /** Targets that the curve passes through all the same. */
  readonly exact?: readonly number[];
  /** Neighbours this near, in mm, count as one place and are refused. */
  readonly apart?: number;
  /** The targets of an open curve are their own mirror image, and so are their spacing and the curve. */
  readonly mirrored?: boolean;
  /** True looks for a first spacing only. */
  readonly quick?: boolean;
  /** The curve for a spacing, where more than all this decides it; by `throughPoints` when left out. */
  readonly fit?: (spacing: TargetSpacing) => Result<Fit, ConstraintFailure>;
  readonly progress?: Progress;
}

export interface SpacedTargets {
  readonly spacing: TargetSpacing;
  readonly fit: Fit;
  /** The largest distance of a target from the curve, in mm, and which it is. */
  readonly max: number;
  readonly index: number;
}

/** No curve comes so near the targets without following all of their noise; the smallest tolerance that was reached, in mm. */
export interface OutOfReach {
  readonly kind: 'out-of-reach';
  readonly reachable: number;
}

/** So few points have no noise to follow: where nothing lighter does, the curve may as well pass through them. */
export const FEW_TARGETS = 24;
/** The search is drawn in so far, step by step, where what is held costs some of the tolerance. */
const DRAWN_IN = [1, 0.6, 0.3, 0.1];
/** So many knots are put where targets lie farthest off, for what is held to cost nothing. */
const MOST_MORE = 24;
const SPANS_TRIED = 4;
/** Powers of ten between which fairness is weighed, and by how many halvings. */
const SMOOTHINGS = [-9, 4] as const;
const ROUNDS = 12;
const QUICK_ROUNDS = 6;
/** So much of the tolerance, for what goes along with others to stay within it. */
const USED_UP = 0.999;
/** Longer than this many times the lines between its targets a curve has run away; lengths measured to a share. */
const MOST_LENGTH = 1.3;
const MEASURED = 1e-3;
/** Tolerances that may be reached are tried from the nearest that was met on, each so much larger. */
const LARGER = 1.25;
const TRIES = 8;
const DIGITS = 3;

/**
 * Knots and parameters with which the curve through points, as `throughPoints` lays it with `targets`, passes each within
 * `within` mm with as few control points as can be found, ends, kinks, constraints and contacts kept exactly. The search
 * knows what is held at ends and kinks; for what else is held knots are added where targets lie farthest off then, and
 * those are taken out again that are not needed. What is left of the tolerance then makes the curve as fair as it allows.
 *
 * `points` are packed x y z in mm. Fails with what is wrong with them, or with the tolerance that can be reached. See
 * `nearPoints` for the sources of the search.
 */
export function spaceTargets(
  points: Float64Array,
  within: number,
  options: SpaceTargetsOptions = {},
): Result<SpacedTargets, ConstraintFailure | OutOfReach> {
  mustBeAbove0(within, 'tolerance');
  const { closed = false, degree = 3, kinks = [], apart = 0, mirrored = false, quick = false, progress } = options;
  if (mirrored && closed) throw new RangeError('mirrored: an open curve is needed');
  mustBeWhole(degree, 1, 9, 'degree');
  const checked = checkFitPoints(points, closed, closed ? 3 : 2, apart);
  if (!checked.ok) return checked;
  const chords = parametersAlong(points, checked.value, closed, 'chord', []);
  const fit =
    options.fit ?? ((spacing) => throughPoints(points, { ...options, targets: { spacing, exact: options.exact } }));
  const runs = runsOf(points, chords, closed, kinks, options);
  /** Few points have no noise: what is less fair than the curve through them is not worth the control points it saves. */
  const through = points.length / 3 <= FEW_TARGETS ? throughPoints(points, { ...options, targets: undefined }) : null;
  const variation = through?.ok ? energies(through.value.curve).variation : Infinity;
  const isFairEnough = (made: SpacedTargets) =>
    variation === Infinity || energies(made.fit.curve).variation <= variation;
  const at = (tolerance: number): SpacedTargets | ConstraintFailure | { readonly reached: number } => {
    let best: SpacedTargets | ConstraintFailure | null = null;
    for (const share of DRAWN_IN) {
      const found = runs.map((run) => searched(run, share * tolerance, degree, quick, progress));
      const reached = Math.max(...found.map((one) => one.reached));
      // What is held can only cost more.
      if (share === 1 && reached > tolerance) return { reached };
      const spacing = together(found, chords, closed);
      const near = closer(mirrored ? evenedOut(spacing) : spacing, points, tolerance, mirrored, fit);
      if (!best || !('spacing' in best) || ('spacing' in near && near.max < best.max)) best = near;
      if ('spacing' in best && best.max <= tolerance) {
        const light = quick ? best : lighter(best, points, { closed, mirrored, tolerance }, fit);
        const made = fairer(light, points, tolerance, quick ? QUICK_ROUNDS : ROUNDS, fit);
        if (isFairEnough(made)) return made;
        best = null;
      }
    }
    return best ?? { kind: 'unsolvable', degree, points: points.length / 3 };
  };
  let found = at(within);
  if ('spacing' in found && found.max <= within) return success(found);
  // What can be reached is tried before it is named: a search that is let go further may take another way.
  let tolerance = within;
  for (let k = 0; k < TRIES && !('kind' in found); k++) {
    const reached = 'spacing' in found ? found.max : found.reached;
    tolerance = toDigits(k === 0 ? Math.max(reached, within) : LARGER * tolerance);
    found = at(tolerance);
    if ('spacing' in found && found.max <= tolerance) break;
  }
  return failed('kind' in found ? found : { kind: 'out-of-reach', reachable: tolerance });
}

/** Rounded up to what people write. */
function toDigits(value: number): number {
  const digit = 10 ** (Math.floor(Math.log10(value)) - DIGITS + 1);
  return Number((Math.ceil(value / digit) * digit).toPrecision(DIGITS));
}

type FitBy = (spacing: TargetSpacing) => Result<Fit, ConstraintFailure>;

/** The curve of a spacing; none where it runs on beyond the lines between its targets, as over spans that hold hardly any. */
function spacedAt(spacing: TargetSpacing, points: Float64Array, fit: FitBy): SpacedTargets | ConstraintFailure {
  const laid = fit(spacing);
  if (!laid.ok) return laid.failure;
  const { curve } = laid.value;
  const lines = chordsOf(points, curve.closing !== 'open').reduce((sum, chord) => sum + chord, 0);
  if (!(arcLength(curve, MEASURED * lines).total <= MOST_LENGTH * lines)) {
    return { kind: 'unsolvable', degree: curve.degree, points: points.length / 3 };
  }
  const { max, index } = pointsDeviation(points, curve);
  return { spacing, fit: laid.value, max, index };
}

/** Knots added in the spans of the targets that lie farthest off, until all are within the tolerance; the nearest found. */
function closer(
  start: TargetSpacing,
  points: Float64Array,
  tolerance: number,
  mirrored: boolean,
  fit: FitBy,
): SpacedTargets | ConstraintFailure {
  let best = spacedAt(start, points, fit);
  let current = best;
  for (let more = 0; more < MOST_MORE && 'spacing' in current && current.max > tolerance; more++) {
    const next = withAKnot(current, points, mirrored, fit);
    if (!next) break;
    current = next;
    if (!('spacing' in best) || current.max < best.max) best = current;
  }
  return best;
}

/** With a knot in the middle of the span whose target lies farthest off, or the next one where that is no curve. */
function withAKnot(
  { spacing: { parameters, knots }, fit: { curve } }: SpacedTargets,
  points: Float64Array,
  mirrored: boolean,
  fit: FitBy,
): SpacedTargets | null {
  const { distances } = pointsDeviation(points, curve);
  const bounds = [...new Set([parameters[0], ...knots, parameters[parameters.length - 1]])];
  const spans = bounds.slice(1).map((to, k) => {
    const from = bounds[k];
    let worst = 0;
    distances.forEach((distance, i) => {
      if (parameters[i] >= from && parameters[i] <= to) worst = Math.max(worst, distance);
    });
    return { middle: (from + to) / 2, worst };
  });
  for (const { middle } of spans.sort((a, b) => b.worst - a.worst).slice(0, SPANS_TRIED)) {
    const finer = { parameters, knots: Float64Array.from([...knots, middle].sort((a, b) => a - b)) };
    const found = spacedAt(mirrored ? evenedOut(finer) : finer, points, fit);
    if ('spacing' in found) return found;
  }
  return null;
}

/** As fair as the tolerance allows over the same knots. */
function fairer(
  start: SpacedTargets,
  points: Float64Array,
  tolerance: number,
  rounds: number,
  fit: FitBy,
): SpacedTargets {
  let best = start;
  const isWithin = (exponent: number): boolean => {
    const found = spacedAt({ ...start.spacing, smoothing: 10 ** exponent }, points, fit);
    if (!('spacing' in found && found.max <= USED_UP * tolerance)) return false;
    best = found;
    return true;
  };
  let [low, high]: [number, number] = [...SMOOTHINGS];
  if (!isWithin(low) || isWithin(high)) return best;
  for (let round = 0; round < rounds; round++) {
    const middle = (low + high) / 2;
    if (isWithin(middle)) low = middle;
    else high = middle;
  }
  return best;
}

/** A spacing over [0, 1] that is its own mirror image. */
function evenedOut({ parameters, knots }: TargetSpacing): TargetSpacing {
  const last = parameters.length - 1;
  const all = [...knots, ...knots.map((u) => 1 - u)].sort((a, b) => a - b);
  return {
    parameters: parameters.map((u, i) => (u + 1 - parameters[last - i]) / 2),
    knots: Float64Array.from(all.filter((u, i) => i === 0 || u - all[i - 1] > SAME_KNOT)),
  };
}

/** Without the knots that are not needed: each is tried. */
function lighter(
  start: SpacedTargets,
  points: Float64Array,
  { closed, mirrored, tolerance }: { readonly closed: boolean; readonly mirrored: boolean; readonly tolerance: number },
  fit: FitBy,
): SpacedTargets {
  let best = start;
  // A closed curve keeps the knot at its seam; one that is its own mirror loses two at a time.
  for (let k = best.spacing.knots.length - 1; k >= (closed ? 1 : 0); k--) {
    const { parameters, knots } = best.spacing;
    const partner = mirrored ? knots.length - 1 - k : k;
    if (k >= knots.length || partner > k) continue;
    const without = spacedAt({ parameters, knots: knots.filter((_, i) => i !== k && i !== partner) }, points, fit);
    if ('spacing' in without && without.max <= tolerance) best = without;
  }
  return best;
}

/** A stretch between ends and kinks; a closed run without any is one. */
interface SearchRun {
  readonly points: Float64Array;
  readonly closed: boolean;
  readonly from: number;
  readonly to: number;
  readonly ends: { readonly start?: EndHold; readonly end?: EndHold };
}

interface Searched {
  readonly run: SearchRun;
  /** Over [0, 1]. */
  readonly parameters: Float64Array;
  readonly knots: readonly number[];
  readonly reached: number;
}

function runsOf(
  points: Float64Array,
  chords: Float64Array,
  closed: boolean,
  kinks: readonly number[],
  { constraints = [], contacts = {} }: SpaceTargetsOptions,
): SearchRun[] {
  const count = points.length / 3;
  const sorted = [...new Set(kinks)].sort((a, b) => a - b);
  if (closed && sorted.length === 0) return [{ points, closed, from: 0, to: 1, ends: {} }];
  const stops = closed ? [...sorted, sorted[0] + count] : [0, ...sorted, count - 1];
  const at = (i: number) => chords[i % count] + (i >= count ? 1 : 0);
  const holdAt = (index: number, side: 'before' | 'after'): EndHold | undefined => {
    const contact = closed ? undefined : index === 0 ? contacts.start : index === count - 1 ? contacts.end : undefined;
    if (contact && contact.level > 0) return heldBy(contact.jet, contact.level, side === 'after' ? 1 : -1);
    const held = constraints.find((one) => one.index === index % count && (one.side ?? side) === side);
    return held?.tangent ? { tangent: held.tangent.direction } : undefined;
  };
  return stops.slice(1).map((to, s) => {
    const from = stops[s];
    const indices = Array.from({ length: to - from + 1 }, (_, i) => (from + i) % count);
    const [start, end] = [holdAt(from, 'after'), holdAt(to, 'before')];
    return {
      points: Float64Array.from(indices.flatMap((i) => [...points.subarray(3 * i, 3 * i + 3)])),
      closed: false,
      from: at(from),
      to: closed || to < count - 1 ? at(to) : 1,
      ends: { ...(start && { start }), ...(end && { end }) },
    };
  });
}

/** What a jet holds at an end, in the direction of the run. */
function heldBy({ tangent, curvature, rate }: Jet, level: number, sense: 1 | -1): EndHold {
  const turned = (v: Vector3) => scale(v, sense);
  return {
    tangent: turned(tangent),
    ...(level >= 2 && { curvature }),
    ...(level >= 3 && { rate: turned(rate) }),
  };
}

function searched(run: SearchRun, within: number, degree: number, quick: boolean, progress?: Progress): Searched {
  const { points, closed, ends } = run;
  const count = points.length / 3;
  const chords = parametersAlong(points, chordsOf(points, closed), closed, 'chord', []);
  // Too few for a search: each a knot of its own, or none.
  const plain = { run, parameters: chords, knots: closed ? [...chords.subarray(0, count)] : [], reached: 0 };
  if (count < (closed ? 4 : 3)) return plain;
  const held = withinDegree(ends, Math.min(degree, count - 1));
  const near = nearPoints(points, within, { degree, closed, quick, ends: held, progress });
  if (!near.ok) return plain;
  const { curve, parameters, reachable, max } = near.value;
  const p = curve.degree;
  const inner = closed
    ? curve.knots.subarray(p, p + distinctOf(curve))
    : curve.knots.subarray(p + 1, curve.knots.length - p - 1);
  return {
    run,
    parameters: closed ? Float64Array.from([...parameters, parameters[0] + 1]) : parameters,
    knots: [...inner],
    reached: Math.min(max, reachable),
  };
}

/** As much of what ends hold as a degree has room for. */
function withinDegree(ends: SearchRun['ends'], degree: number): SearchRun['ends'] {
  const less = (hold: EndHold | undefined): EndHold | undefined => {
    if (!hold || degree < 1) return undefined;
    const { tangent, curvature, rate } = hold;
    return {
      tangent,
      ...(degree >= 2 && curvature && { curvature }),
      ...(degree >= 3 && curvature && rate && { rate }),
    };
  };
  const [start, end] = [less(ends.start), less(ends.end)];
  return { ...(start && { start }), ...(end && { end }) };
}

/** The spacings of all runs as one, by the share of the chords that each takes. */
function together(found: readonly Searched[], chords: Float64Array, closed: boolean): TargetSpacing {
  const count = closed ? chords.length - 1 : chords.length;
  const parameters = new Float64Array(chords.length);
  const knots: number[] = [];
  const [{ run: first }] = found;
  if (first.closed) {
    parameters.set(found[0].parameters);
    knots.push(...found[0].knots);
  } else {
    let index = closed ? chords.findIndex((u) => u === first.from) : 0;
    for (const { run, parameters: own, knots: inner } of found) {
      const at = (u: number) => run.from + u * (run.to - run.from);
      own.forEach((u, i) => {
        const turned = index + i >= count && closed ? at(u) - 1 : at(u);
        parameters[(index + i) % count] = turned;
      });
      index += own.length - 1;
      knots.push(...inner.map(at).map((u) => (closed && u >= 1 ? u - 1 : u)));
    }
    if (closed) parameters[count] = parameters[0] + 1;
  }
  return { parameters, knots: Float64Array.from([...new Set(knots)].sort((a, b) => a - b)) };
}
