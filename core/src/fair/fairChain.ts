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
import { derivativeRows, rowsTogether } from '../energy/derivativeRows';
import { type Fairness, fairnessOf, variationNodes } from './fair';
import { type FreeOptions, holdInside } from './freePoints';
import type { Column, Columns } from '../energy/columns';
import { axesFor, movedCurve } from '../energy/motion';
import { VariationEnergy } from '../energy/variationEnergy';

type Level = 0 | 1 | 2 | 3;

export interface FairChainOptions {
  readonly normal?: Vector3 | null;
  /** The level of the joints, of all or of each in turn, 2 when left out. A meeting of level 0 stays where it is. */
  readonly level?: Level | readonly Level[];
  /** To which level the outer ends are held, 2 when left out. */
  readonly startLevel?: Level;
  readonly endLevel?: Level;
  /** For each curve what stays where it is. */
  readonly held?: readonly Pick<FreeOptions, 'held' | 'heldAt'>[];
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
 * outer ends are held, and so is what `fair` holds inside a curve. O(n) a step. Throws a RangeError for tolerances and
 * levels that are none.
 *
 * Beta constraints: Barsky, DeRose, Geometric continuity of parametric curves, IEEE CG&A 1989.
 */
export function fairChain(
  curves: readonly Curve[],
  tolerance: number,
  options: FairChainOptions = {},
): Result<ChainFairing, ChainFailure> {
  const { normal = null } = options;
  mustBeNormal(normal);
  mustBeTolerance(tolerance);
  const levels = levelsOf(curves, options);
  const refused = refusal(curves, levels);
  if (refused) return failed(refused);
  const { columns, count, ties, radius } = unknownsOf(curves, tolerance, levels, options);
  const axes = axesFor(normal);
  const moves = new Float64Array(count * axes.length);
  const curvesNow = () => curves.map((curve, i) => movedCurve(curve, columns[i], axes, moves));
  let [steps, stopped] = [0, false];
  if (count > 0 && radius > 0) {
    const reach = Math.max(...curves.map(({ degree }) => degree)) + Math.max(0, ...levels);
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

/** The level of each joint. */
function levelsOf(curves: readonly Curve[], { level = 2 }: FairChainOptions): readonly Level[] {
  const joints = Math.max(0, curves.length - 1);
  const levels = typeof level === 'number' ? new Array<Level>(joints).fill(level) : level;
  if (levels.length !== joints) throw new RangeError(`level: ${joints} are needed, one a joint, not ${levels.length}`);
  levels.forEach((each) => mustBeWhole(each, 0, 3, 'level'));
  return levels;
}

function refusal(curves: readonly Curve[], levels: readonly Level[]): ChainFailure | null {
  for (const [index, curve] of curves.entries()) {
    const { degree, knots, points, closing } = curve;
    const [first, last] = domainOf(curve);
    const isClamped = knots[0] === first && knots[knots.length - 1] === last;
    if (closing !== 'open' || !isClamped) return { kind: 'not-open', index };
    if (isRational(points)) return { kind: 'rational', index };
    const own = [levels[index - 1], levels[index]].filter((level) => level !== undefined);
    const most = Math.max(0, ...own);
    if (degree < most) return { kind: 'degree-too-low', index, degree, needed: most };
    const needed = own.reduce<number>((sum, level) => sum + level + 1, 0);
    if (countOf(curve) < needed) return { kind: 'too-few', index, controlPoints: countOf(curve), needed };
    if (index === 0) continue;
    const reached = continuityOfEnds(curves[index - 1], 'end', curve, 'start').level;
    if (reached < levels[index - 1]) return { kind: 'not-joined', first: index - 1, second: index, level: reached };
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
  levels: readonly Level[],
  options: FairChainOptions,
): Unknowns {
  let far = 0;
  for (const { points } of curves) for (const value of points) far = Math.max(far, Math.abs(value));
  const radius = tolerance - ROUNDED * Number.EPSILON * far;
  const fixed = fixedPoints(curves, levels, options);
  const columns: Column[][][] = [];
  const ties: Tie[] = [];
  let count = 0;
  curves.forEach((curve, index) => {
    const n = countOf(curve);
    const level = index === 0 ? null : levels[index - 1];
    const own: Column[][] = Array.from({ length: n }, () => []);
    const first = level === null ? 0 : level + 1;
    for (let i = first; i < n; i++) if (!fixed[index][i]) own[i].push({ place: count++, share: 1 });
    if (level !== null && level > 0) {
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

/** Which control points of each curve stay: those that are held, and both sides of a joint where one side does. */
function fixedPoints(
  curves: readonly Curve[],
  levels: readonly Level[],
  { startLevel = 2, endLevel = 2, held = [] }: FairChainOptions,
): readonly Uint8Array[] {
  mustBeWhole(startLevel, 0, 3, 'startLevel');
  mustBeWhole(endLevel, 0, 3, 'endLevel');
  const fixed = curves.map((curve, index) => {
    const n = countOf(curve);
    const own = new Uint8Array(n);
    holdInside(curve, held[index] ?? {}, own);
    if (index === 0) own.fill(1, 0, startLevel + 1);
    if (index === curves.length - 1) own.fill(1, Math.max(0, n - endLevel - 1));
    return own;
  });
  // What is held at one joint may hold the next one too.
  for (let isMore = true; isMore;) {
    isMore = false;
    levels.forEach((level, index) => {
      const [leader, follower] = [fixed[index].subarray(-level - 1), fixed[index + 1].subarray(0, level + 1)];
      const isHeld = level === 0 || follower.includes(1);
      if (!isHeld || (!leader.includes(0) && !follower.includes(0))) return;
      leader.fill(1);
      follower.fill(1);
      isMore = true;
    });
  }
  return fixed;
}

/** Coordinates this far out are rounded when a sum of moves is added. */
const ROUNDED = 8;

/** The moves of a follower's first level + 1 control points as sums of those of the leader's last ones, by rows. */
function dependence(leader: Curve, follower: Curve, level: Level): number[][] {
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
