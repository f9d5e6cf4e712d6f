import { along, dot, length, scale, type Vector3 } from '../linear/vector';
import { minimiseInBalls, type Tie } from '../linear/barrier';
import { basisDerivatives } from '../curve/basis';
import { countOf, type Curve, domainOf } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { isRational } from '../curve/isRational';
import { continuityOfEnds } from '../measure/continuity';
import { type Deviation, deviationInStep } from '../measure/deviation';
import { energies } from '../measure/energies';
import { failed, type Result, success } from '../result';
import { mustBeNormal, mustBeTolerance, mustBeWhole } from '../refuse';
import { derivativeRows, rowsTogether } from './derivativeRows';
import { type Fairness, fairnessOf, variationNodes } from './fair';
import type { Column, Columns } from './freePoints';
import { axesFor, movedCurve } from './motion';
import { VariationEnergy } from './variationEnergy';

export interface FairChainOptions {
  readonly normal?: Vector3 | null;
  /** The level of the joints, 2 when left out. */
  readonly level?: 1 | 2 | 3;
  /** To which level the outer ends are held, 2 when left out. */
  readonly startLevel?: 0 | 1 | 2 | 3;
  readonly endLevel?: 0 | 1 | 2 | 3;
  /** Called after each step with its count and the energy as a share of the first; false stops. */
  readonly progress?: (step: { readonly step: number; readonly energy: number; curves(): Curve[] }) => boolean | void;
}

export interface ChainFairing {
  readonly curves: readonly Curve[];
  readonly before: readonly Fairness[];
  readonly after: readonly Fairness[];
  /** F of all together: (Σ L)³ Σ E_mv. */
  readonly fairness: { readonly before: number; readonly after: number };
  /** Of each curve at the same parameters, proven. */
  readonly deviations: readonly Deviation[];
  readonly steps: number;
  readonly stopped: boolean;
}

export type ChainFailure =
  /** These two do not meet with the level asked for. */
  | { readonly kind: 'not-joined'; readonly first: number; readonly second: number; readonly level: number }
  /** Only open curves with clamped ends and without weights can be faired together. */
  | { readonly kind: 'not-open' | 'rational'; readonly index: number }
  /** Its degree, or its count of control points, does not allow the level at its joints. */
  | { readonly kind: 'degree-too-low'; readonly index: number; readonly degree: number; readonly needed: number }
  | { readonly kind: 'too-few'; readonly index: number; readonly controlPoints: number; readonly needed: number };

const LIMITS = { shrink: 0.1, gap: 1e-4, steps: 60 };
const START = 0.1;

/**
 * Fairs curves that meet end to start as one: at each joint the ratios of the derivatives on both sides are frozen, which
 * makes the follower's first control points linear in the leader's last ones, so that every step keeps the level exactly.
 * The sum of the minimum-variation energies becomes least, each control point moving by at most `tolerance` mm; the
 * outer ends are held. O(n) a step.
 *
 * Beta constraints: Barsky, DeRose, Geometric continuity of parametric curves, IEEE CG&A 1989.
 */
export function fairChain(
  curves: readonly Curve[],
  tolerance: number,
  options: FairChainOptions = {},
): Result<ChainFairing, ChainFailure> {
  const { normal = null, level = 2 } = options;
  mustBeNormal(normal);
  mustBeTolerance(tolerance);
  mustBeWhole(level, 1, 3, 'level');
  const refused = refusal(curves, level);
  if (refused) return failed(refused);
  const { columns, count, ties, radius } = unknownsOf(curves, tolerance, options);
  const axes = axesFor(normal);
  const moves = new Float64Array(count * axes.length);
  const curvesNow = () => curves.map((curve, i) => movedCurve(curve, columns[i], axes, moves));
  let [steps, stopped] = [0, false];
  if (count > 0 && radius > 0) {
    const reach = Math.max(...curves.map(({ degree }) => degree)) + level;
    const rows = rowsTogether(
      curves.map((curve, i) => derivativeRows(curve, columns[i], axes, variationNodes(curve.degree))),
    );
    const energy = new VariationEnergy(rows, Math.min(reach, count - 1));
    const first = energy.value(moves);
    if (first > 0 && first < Infinity) {
      const radii = new Float64Array(count).fill(radius);
      const end = minimiseInBalls({ energy, dimension: axes.length, radii, reach, ties }, moves, {
        ...LIMITS,
        start: (START * first) / (count + ties.length),
        each: (step, value) => options.progress?.({ step, energy: value / first, curves: curvesNow }) !== false,
      });
      [steps, stopped] = [end.steps, end.by === 'stopped'];
    }
  }
  const after = curvesNow();
  return success({
    curves: after,
    before: curves.map((curve) => fairnessOf(curve, normal)),
    after: after.map((curve) => fairnessOf(curve, normal)),
    fairness: { before: together(curves), after: together(after) },
    deviations: after.map((curve, i) => deviationInStep(curves[i], curve)),
    steps,
    stopped,
  });
}

/** (Σ L)³ Σ E_mv. */
function together(curves: readonly Curve[]): number {
  const all = curves.map(energies);
  const total = all.reduce((sum, one) => sum + one.length, 0);
  const variation = all.reduce((sum, one) => sum + one.variation, 0);
  return variation < Infinity ? total ** 3 * variation : Infinity;
}

function refusal(curves: readonly Curve[], level: 1 | 2 | 3): ChainFailure | null {
  for (const [index, curve] of curves.entries()) {
    const { degree, knots, points, closing } = curve;
    const [first, last] = domainOf(curve);
    const isClamped = knots[0] === first && knots[knots.length - 1] === last;
    if (closing !== 'open' || !isClamped) return { kind: 'not-open', index };
    if (isRational(points)) return { kind: 'rational', index };
    if (degree < level) return { kind: 'degree-too-low', index, degree, needed: level };
    const needed = 2 * (level + 1);
    if (countOf(curve) < needed) return { kind: 'too-few', index, controlPoints: countOf(curve), needed };
    if (index === 0) continue;
    const reached = continuityOfEnds(curves[index - 1], 'end', curve, 'start').level;
    if (reached < level) return { kind: 'not-joined', first: index - 1, second: index, level: reached };
  }
  return null;
}

interface Unknowns {
  readonly columns: readonly Columns[];
  readonly count: number;
  readonly ties: readonly Tie[];
  /** mm: the tolerance less what moving a point may round. */
  readonly radius: number;
}

/** The moves of the control points that are free, and the first ones of each follower through its leader's last ones. */
function unknownsOf(
  curves: readonly Curve[],
  tolerance: number,
  { level = 2, startLevel = 2, endLevel = 2 }: FairChainOptions,
): Unknowns {
  mustBeWhole(startLevel, 0, 3, 'startLevel');
  mustBeWhole(endLevel, 0, 3, 'endLevel');
  let far = 0;
  for (const { points } of curves) for (const value of points) far = Math.max(far, Math.abs(value));
  const radius = tolerance - ROUNDED * Number.EPSILON * far;
  const columns: Column[][][] = [];
  const ties: Tie[] = [];
  let count = 0;
  curves.forEach((curve, index) => {
    const n = countOf(curve);
    const own: Column[][] = Array.from({ length: n }, () => []);
    const first = index === 0 ? startLevel + 1 : level + 1;
    const last = index === curves.length - 1 ? n - endLevel - 1 : n;
    for (let i = first; i < last; i++) own[i].push({ place: count++, share: 1 });
    if (index > 0) {
      const shares = dependence(curves[index - 1], curve, level);
      const leader = columns[index - 1];
      shares.forEach((row, j) => {
        row.forEach((share, m) => {
          for (const one of leader[leader.length - 1 - level + m]) {
            if (share !== 0) own[j].push({ place: one.place, share: share * one.share });
          }
        });
        const of = own[j];
        if (of.length > 0) {
          ties.push({ places: of.map(({ place }) => place), shares: of.map(({ share }) => share), radius });
        }
      });
    }
    columns.push(own);
  });
  return { columns, count, ties, radius };
}

const ROUNDED = 8;

/** The moves of a follower's first level + 1 control points as sums of those of the leader's last ones, by rows. */
function dependence(leader: Curve, follower: Curve, level: 1 | 2 | 3): number[][] {
  const size = level + 1;
  const ratios = frozenRatios(leader, follower);
  // Derivatives at the leader's end by its last points, and at the follower's start by its first ones.
  const [, end] = domainOf(leader);
  const [start] = domainOf(follower);
  const [p, q] = [leader.degree, follower.degree];
  const ofLeader = basisDerivatives(leader.knots, p, lastSpan(leader), end, level);
  const ofFollower = basisDerivatives(follower.knots, q, firstSpan(follower), start, level);
  const wanted = Array.from({ length: size }, (_, k) =>
    Array.from({ length: size }, (_, m) => {
      let sum = 0;
      for (let i = 0; i <= k; i++) sum += ratios[k][i] * ofLeader[i * (p + 1) + p - level + m];
      return sum;
    }),
  );
  // The follower's are a triangle: point k follows from derivative k and the points before it.
  const rows: number[][] = [];
  for (let k = 0; k < size; k++) {
    const row = wanted[k].slice();
    for (let j = 0; j < k; j++) {
      for (let m = 0; m < size; m++) row[m] -= ofFollower[k * (q + 1) + j] * rows[j][m];
    }
    rows.push(row.map((value) => value / ofFollower[k * (q + 1) + k]));
  }
  return rows;
}

const firstSpan = ({ knots, degree }: Curve): number => {
  let span = degree;
  while (knots[span] === knots[span + 1]) span++;
  return span;
};
const lastSpan = (curve: Curve): number => {
  let span = countOf(curve) - 1;
  while (curve.knots[span] === curve.knots[span + 1]) span--;
  return span;
};

/** How the derivatives of the follower come from the leader's: rows (1), (0, β₁), (0, β₂, β₁²), (0, β₃, 3β₁β₂, β₁³). */
function frozenRatios(leader: Curve, follower: Curve): number[][] {
  const [l, f] = [derivatives(leader, domainOf(leader)[1], 3, 'left'), derivatives(follower, domainOf(follower)[0], 3)];
  const order = (d: Float64Array, k: number): Vector3 => [d[3 * k], d[3 * k + 1], d[3 * k + 2]];
  const speed = length(order(l, 1));
  const tangent = scale(order(l, 1), 1 / speed);
  const b1 = length(order(f, 1)) / speed;
  const b2 = dot(along(order(f, 2), order(l, 2), -b1 * b1), tangent) / speed;
  const rest = along(along(order(f, 3), order(l, 3), -(b1 ** 3)), order(l, 2), -3 * b1 * b2);
  const b3 = dot(rest, tangent) / speed;
  return [[1], [0, b1], [0, b2, b1 * b1], [0, b3, 3 * b1 * b2, b1 ** 3]];
}
