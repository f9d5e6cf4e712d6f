import type { Vector3 } from '../linear/vector';
import { type BarrierEnd, type BandedEnergy, minimiseInBalls } from '../linear/barrier';
import type { Curve } from '../curve/curve';
import { isRational } from '../curve/isRational';
import { distinctOf } from '../knots/period';
import { type Deviation, deviationInStep } from '../measure/deviation';
import { type Energies, energies } from '../measure/energies';
import { LUMP } from '../measure/hooks';
import { lumps } from '../measure/lumps';
import { mustBeNormal, mustBeOneOf } from '../refuse';
import { derivativeRows } from '../energy/derivativeRows';
import { type FreeOptions, type FreePoints, freePoints } from './freePoints';
import { axesFor, movedCurve } from '../energy/motion';
import { ParametricEnergy } from '../energy/parametricEnergy';
import { VariationEnergy } from '../energy/variationEnergy';

/**
 * What fairing makes least: bending or jerk by the parameter, minimum variation by arc length, or jerk and then minimum
 * variation. Bending leaves lumps where the tolerance binds; jerk alone is wrong where the speed is uneven.
 */
export const FAIRING_ENERGIES = ['both', 'jerk', 'variation', 'bending'] as const;
export type FairingEnergy = (typeof FAIRING_ENERGIES)[number];

export interface FairOptions extends FreeOptions {
  /** Unit normal of the plane that the curve lies along and stays in; without one it is faired in space. */
  readonly normal?: Vector3 | null;
  /** What is made least; 'both' when left out. */
  readonly energy?: FairingEnergy;
  /** Lets control points move further than the tolerance as long as the curve is proven to stay within it. */
  readonly useUp?: boolean;
  /** Called after each step; false stops, and what was reached is answered. */
  readonly progress?: (step: FairStep) => boolean | void;
}

export interface FairStep {
  readonly stage: 'bending' | 'jerk' | 'variation' | 'prove';
  readonly step: number;
  /** The energy of the stage as a share of what it was at first. */
  readonly energy: number;
  /** The curve as it is now, within the tolerance. */
  curve(): Curve;
}

/** How fair a curve is. */
export interface Fairness {
  /** F of `energies`. */
  readonly fairness: number;
  /** How many lumps of 5 % or more it has, and the share of the largest of all, 0 without. */
  readonly lumps: number;
  readonly largest: number;
}

export interface Fairing {
  readonly curve: Curve;
  readonly before: Fairness;
  readonly after: Fairness;
  /** From the curve as it was, at the same parameters, proven. */
  readonly deviation: Deviation;
  /** For each distinct control point how far it moved, in mm. */
  readonly moves: Float64Array;
  /** For each distinct control point the share of the energy that falls for one more mm of tolerance there, in 1/mm. */
  readonly costs: Float64Array;
  /** How many control points could move. */
  readonly free: number;
  readonly steps: Steps;
  /** Whether it was stopped before it was done. */
  readonly stopped: boolean;
}

/** How many steps each energy took. */
interface Steps {
  readonly bending: number;
  readonly jerk: number;
  readonly variation: number;
}

const PARAMETRIC = { shrink: 0.15, gap: 1e-3, steps: 80 };
const VARIATION = { shrink: 0.1, gap: 1e-4, steps: 60 };
const START = 0.1;
const LEAST_NODES = 4;
/** F of what is a line or a circle but for rounding. */
export const PERFECT = 1e-9;
const USE_UP_ROUNDS = 8;
/** So near the tolerance the deviation has used it up. */
const USED_UP = 0.98;

/**
 * A curve with the same knots and weights, its control points moved by at most `tolerance` mm (one for all, or one for
 * each distinct one), so that it is as fair as it can be: no place moves further than Σ Nᵢ·tolᵢ, of rational curves too,
 * because the basis is positive and sums to 1. Ends are held to their level, and what is held or outside the stretch
 * stays as it is to the last bit. The energy never rises. Lines, points, curves of degree 1 and curves with nothing free
 * come back as they are.
 *
 * Bending and jerk by log-barrier Newton, minimum variation by Gauss-Newton (Moreton, Séquin 1992) in the same frame,
 * for 'both' after jerk and only where that lowers it further. O(n) a step. Throws a RangeError for tolerances, levels, parameters and a normal that are none.
 */
export const fair = (curve: Curve, tolerance: number | ArrayLike<number>, options: FairOptions = {}): Fairing =>
  withFigures(curve, fairedWithin(curve, tolerance, options), options);

/** A faired curve without its figures, which take as long again: for trials. */
export interface Faired extends Solved {
  readonly free: FreePoints;
  /** Of the curve as it was. */
  readonly first: Energies;
}

export function fairedWithin(curve: Curve, tolerance: number | ArrayLike<number>, options: FairOptions = {}): Faired {
  const { normal = null, energy = 'both', useUp = false } = options;
  mustBeNormal(normal);
  mustBeOneOf(energy, FAIRING_ENERGIES, 'energy');
  const free = freePoints(curve, tolerance, options);
  const first = energies(curve);
  // The parametric energy would bend a circle.
  const isPerfect = !(first.fairness > PERFECT);
  const once = isPerfect ? unmoved(curve, free) : solved(curve, free, free.tolerances, options, first);
  const isMore = useUp && once.curve !== curve && !once.stopped;
  const done = isMore ? usedUp(curve, free, mustBeOne(tolerance), once, options, first) : once;
  return { ...done, free, first };
}

export function withFigures(curve: Curve, done: Faired, { normal = null, progress }: FairOptions): Fairing {
  const { free, first } = done;
  progress?.({ stage: 'prove', step: 0, energy: 1, curve: () => done.curve });
  return {
    curve: done.curve,
    before: fairnessOf(curve, normal, first),
    after: fairnessOf(done.curve, normal, done.energies ?? first),
    deviation: deviationInStep(curve, done.curve),
    moves: spread(curve, free, (place) => done.lengths[place]),
    costs: spread(curve, free, (place) => done.costs[place]),
    free: free.indices.length,
    steps: done.steps,
    stopped: done.stopped,
  };
}

function mustBeOne(tolerance: number | ArrayLike<number>): number {
  if (typeof tolerance === 'number') return tolerance;
  throw new RangeError('useUp: one tolerance for all control points is needed, not one for each');
}

export function fairnessOf(curve: Curve, normal: Vector3 | null, known = energies(curve)): Fairness {
  const { lumps: found } = lumps(curve, { normal });
  return {
    fairness: known.fairness,
    lumps: found.filter(({ share }) => share >= LUMP).length,
    largest: found[0]?.share ?? 0,
  };
}

function spread(curve: Curve, free: FreePoints, value: (place: number) => number): Float64Array {
  const all = new Float64Array(distinctOf(curve));
  free.indices.forEach((i, place) => (all[i] = value(place)));
  return all;
}

interface Solved {
  readonly curve: Curve;
  /** Null of a curve that did not move. */
  readonly energies: Energies | null;
  readonly lengths: Float64Array;
  readonly costs: Float64Array;
  readonly steps: Fairing['steps'];
  readonly stopped: boolean;
}

const NO_STEPS: Steps = { bending: 0, jerk: 0, variation: 0 };

const unmoved = (curve: Curve, { indices }: FreePoints): Solved => ({
  curve,
  energies: null,
  lengths: new Float64Array(indices.length),
  costs: new Float64Array(indices.length),
  steps: NO_STEPS,
  stopped: false,
});

/** The energies of a curve whose free control points move; for every tolerance the same. */
export function energiesFor(curve: Curve, free: FreePoints, axes: readonly Vector3[]) {
  const { degree } = curve;
  const { columns, reach } = free;
  const count = free.indices.length;
  const parametric = (order: number) =>
    new ParametricEnergy(derivativeRows(curve, columns, axes, parametricNodes(curve, order)), order, count, reach);
  const variation = () =>
    new VariationEnergy(derivativeRows(curve, columns, axes, variationNodes(degree)), Math.min(reach, count - 1));
  return { jerk: () => parametric(parametricOrder(curve)), bending: () => parametric(Math.min(2, degree)), variation };
}

/** The derivative whose square the parametric energy sums: the third, of degree 2 the second. */
export const parametricOrder = ({ degree }: Curve): number => Math.min(3, degree);

/** Gauss nodes of a span that make it exact, of a rational curve nearly so. */
export const parametricNodes = (curve: Curve, order = parametricOrder(curve)): number =>
  isRational(curve.points) ? curve.degree + 1 : curve.degree - order + 1;

/** Gauss nodes of a span for the energy of variation: four, more for high degrees. */
export const variationNodes = (degree: number): number => Math.max(LEAST_NODES, degree - 1);

function solved(curve: Curve, free: FreePoints, radii: Float64Array, options: FairOptions, before: Energies): Solved {
  const { normal = null, energy = 'both', progress } = options;
  const axes = axesFor(normal);
  const dimension = axes.length;
  const points = radii.length;
  const steps = { ...NO_STEPS };
  if (points === 0 || curve.degree === 1) return unmoved(curve, free);
  const all = energiesFor(curve, free, axes);
  type Stage = keyof Steps;
  const run = (stage: Stage, of: BandedEnergy, moves: Float64Array, weight: number): BarrierEnd => {
    const first = of.value(moves);
    const each = (step: number, value: number) =>
      progress?.({ stage, step, energy: value / first, curve: () => movedCurve(curve, free.columns, axes, moves) }) !==
      false;
    const limits = stage === 'variation' ? VARIATION : PARAMETRIC;
    const problem = { energy: of, dimension, radii, reach: free.reach };
    const end = minimiseInBalls(problem, moves, { ...limits, start: weight, each });
    steps[stage] = end.steps;
    return end;
  };
  const answer = (of: BandedEnergy, moves: Float64Array, end: BarrierEnd): Solved => {
    const lengths = lengthsOf(moves, dimension);
    const made = movedCurve(curve, free.columns, axes, moves);
    const costs = costsOf(of, moves, lengths, free.reach);
    return { curve: made, energies: energies(made), lengths, costs, steps, stopped: end.by === 'stopped' };
  };
  const byParameter = (stage: 'bending' | 'jerk'): { readonly moves: Float64Array; readonly done: Solved } => {
    const of = all[stage]();
    const moves = new Float64Array(points * dimension);
    const start = startWeight(of, radii, dimension);
    return { moves, done: start > 0 ? answer(of, moves, run(stage, of, moves, start)) : unmoved(curve, free) };
  };
  /** From moves that are inside, for less variation than what is known. */
  const byVariation = (moves: Float64Array, known: Solved): Solved => {
    const of = all.variation();
    const value = of.value(moves);
    if (!(value < Infinity && value > 0)) return known;
    const end = run('variation', of, moves, (START * value) / points);
    return { ...better(answer(of, moves, end), known, before), stopped: end.by === 'stopped' };
  };

  if (energy === 'bending' || energy === 'jerk') return byParameter(energy).done;
  const still = { ...unmoved(curve, free), steps };
  if (energy === 'variation') return byVariation(new Float64Array(points * dimension), still);
  const { moves, done } = byParameter('jerk');
  if (done.curve === curve) return done;
  const best = better(done, { ...still, stopped: done.stopped }, before);
  if (best.stopped) return best;
  // Where the speed is uneven jerk may have made the shape worse.
  return byVariation(best.curve === curve ? new Float64Array(moves.length) : moves, best);
}

/** The one of less variation: what is optimised sees four places of a span only. */
function better(next: Solved, known: Solved, before: Energies): Solved {
  const [a, b] = [next, known].map((one) => (one.energies ?? before).variation);
  return a < b ? next : known;
}

/** A tenth of what the gradient would give for all the tolerances, for each point. */
function startWeight(energy: ParametricEnergy, radii: Float64Array, dimension: number): number {
  const gradient = energy.gradient();
  let sum = 0;
  for (let i = 0; i < gradient.length; i++) sum += radii[Math.floor(i / dimension)] * Math.abs(gradient[i]);
  return (START * sum) / radii.length;
}

function lengthsOf(moves: Float64Array, dimension: number): Float64Array {
  return Float64Array.from({ length: moves.length / dimension }, (_, i) =>
    Math.hypot(...moves.subarray(i * dimension, (i + 1) * dimension)),
  );
}

/**
 * The multipliers of the bounds over the energy: at the optimum the gradient at a point pulls straight outwards, and its
 * size is what falls for one more mm. (Boyd, Vandenberghe, 5.6. What the barrier itself says of them, 11.2, is off by
 * factors where its rounds end early.)
 */
function costsOf(of: BandedEnergy, moves: Float64Array, lengths: Float64Array, reach: number): Float64Array {
  const dimension = moves.length / lengths.length;
  const gradient = new Float64Array(moves.length);
  const energy = of.model(moves, gradient, new Float64Array(moves.length * dimension * (reach + 1)));
  return lengths.map((length, i) => {
    let pull = 0;
    for (let c = i * dimension; c < (i + 1) * dimension; c++) pull -= gradient[c] * moves[c];
    return length > 0 && energy > 0 ? Math.max(0, pull / (length * energy)) : 0;
  });
}

/** The bound on the moves raised, by bisection, until the proven deviation comes to the tolerance that was promised. */
function usedUp(
  curve: Curve,
  free: FreePoints,
  tolerance: number,
  once: Solved,
  options: FairOptions,
  before: Energies,
): Solved {
  let best = once;
  let reached = deviationInStep(curve, once.curve).bound;
  let [low, high] = [1, Infinity];
  for (let round = 0; round < USE_UP_ROUNDS && reached > 0 && reached < USED_UP * tolerance; round++) {
    const factor = high < Infinity ? (low + high) / 2 : low * Math.min(2, tolerance / reached);
    const radii = free.tolerances.map((radius) => factor * radius);
    const within = best.curve;
    // What is tried may lie outside the tolerance: shown is what is known to lie within.
    const progress = (step: FairStep) => options.progress?.({ ...step, curve: () => within });
    const next = solved(curve, free, radii, { ...options, progress }, before);
    if (next.stopped) return { ...best, stopped: true };
    const bound = deviationInStep(curve, next.curve).bound;
    if (bound <= tolerance) [best, low, reached] = [next, factor, bound];
    else high = factor;
  }
  return best;
}
