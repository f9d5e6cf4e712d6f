import { basisDerivatives } from '../curve/basis';
import { countOf, type Curve, domainOf } from '../curve/curve';
import { breaksOf } from '../knots/multiplicity';
import { distinctOf } from '../knots/period';
import { continuityAtKnot } from '../measure/continuity';
import { fold } from '../linear/cyclicBand';
import type { Column, Columns } from '../energy/columns';
import { mustBeTolerance, mustBeWhole } from '../refuse';

/** Which control points may move, and how far. */
export interface FreeOptions {
  /** The level up to which each end of an open curve is held: its place, tangent, curvature, rate; 2 when left out. */
  readonly startLevel?: 0 | 1 | 2 | 3;
  readonly endLevel?: 0 | 1 | 2 | 3;
  /** Control points that stay where they are. */
  readonly held?: readonly number[];
  /** Places where the curve stays as it is up to a level, as at an end. */
  readonly heldAt?: readonly HeldPlace[];
  /** Only what lies between these parameters changes; of a periodic curve the stretch may lead over the seam. */
  readonly from?: number;
  readonly to?: number;
}

export interface HeldPlace {
  readonly u: number;
  readonly level: 0 | 1 | 2 | 3;
}

/** The control points that may move, in an order in which neighbours stay near each other. */
export interface FreePoints {
  /** Their indices among the distinct control points, in the order of the unknowns. */
  readonly indices: Int32Array;
  readonly columns: Columns;
  /** mm. */
  readonly tolerances: Float64Array;
  /** Points further apart than this in the order have no span in common. */
  readonly reach: number;
}

/** Coordinates this far out are rounded when a point is moved: the move that counts stays inside all the same. */
const ROUNDED = 2;

/**
 * The control points that may move by at most `tolerance` mm, one for all or one for each. Throws a RangeError for
 * tolerances that are none, their wrong number, and control points and levels that there are not.
 */
export function freePoints(curve: Curve, tolerance: number | ArrayLike<number>, options: FreeOptions = {}): FreePoints {
  const count = distinctOf(curve);
  const isPeriodic = curve.closing === 'periodic';
  const allowed = tolerancesFor(count, tolerance);
  const fixed = new Uint8Array(count);
  holdInside(curve, options, fixed);
  if (!isPeriodic) holdEnds(curve, options, fixed);
  const inside = supportWithin(curve, options);
  const indices: number[] = [];
  for (let i = 0; i < count; i++) {
    const rounding = ROUNDED * Number.EPSILON * farthest(curve, i);
    allowed[i] -= rounding;
    if (!fixed[i] && allowed[i] > rounding && inside(i)) indices.push(i);
  }
  if (isPeriodic) indices.sort((i, j) => fold(i, count) - fold(j, count));
  const columns: Column[][] = Array.from({ length: count }, () => []);
  indices.forEach((i, place) => columns[i].push({ place, share: 1 }));
  return {
    indices: Int32Array.from(indices),
    columns,
    tolerances: Float64Array.from(indices, (i) => allowed[i]),
    reach: isPeriodic ? 2 * curve.degree : curve.degree,
  };
}

function tolerancesFor(count: number, tolerance: number | ArrayLike<number>): Float64Array {
  const all = typeof tolerance === 'number' ? new Float64Array(count).fill(tolerance) : Float64Array.from(tolerance);
  if (all.length !== count) {
    throw new RangeError(`tolerance: ${count} are needed, one for each control point, not ${all.length}`);
  }
  all.forEach((value) => mustBeTolerance(value));
  return all;
}

/** What is asked to stay, and what no energy sees. */
export function holdInside(curve: Curve, { held = [], heldAt = [] }: FreeOptions, fixed: Uint8Array): void {
  for (const i of held) {
    mustBeWhole(i, 0, fixed.length - 1, 'held');
    fixed[i] = 1;
  }
  for (const { u, level } of heldAt) {
    mustBeWhole(level, 0, 3, 'level');
    mustBeInside(curve, u);
    holdAround(curve, u, level, fixed);
  }
  holdBreaks(curve, fixed);
}

function holdEnds(curve: Curve, { startLevel = 2, endLevel = 2 }: FreeOptions, fixed: Uint8Array): void {
  mustBeWhole(startLevel, 0, 3, 'startLevel');
  mustBeWhole(endLevel, 0, 3, 'endLevel');
  const [first, last] = domainOf(curve);
  // Where a closed curve goes on over its seam, it goes on.
  const atSeam = curve.closing === 'open' ? 0 : Math.max(0, continuityAtKnot(curve, first).level);
  hold(curve, first, 'right', Math.max(startLevel, atSeam), fixed);
  hold(curve, last, 'left', Math.max(endLevel, atSeam), fixed);
}

/**
 * Knots that leave the curve less than twice differentiable, where no energy sees what happens over them: a kink stays
 * where it is, and what meets there more smoothly than the knot makes it stays as it is, up to the level that it has.
 */
function holdBreaks(curve: Curve, fixed: Uint8Array): void {
  const { degree, closing } = curve;
  const [first, last] = domainOf(curve);
  for (const { u, multiplicity } of breaksOf(curve)) {
    const isEnd = u === last || (u === first && closing !== 'periodic');
    const smooth = degree - multiplicity;
    if (isEnd || multiplicity < 2 || smooth >= 2) continue;
    const { level } = continuityAtKnot(curve, u);
    if (level > 0 && level <= smooth) continue;
    holdAround(curve, u, Math.max(0, level), fixed);
  }
}

/** On both sides of a place, as far as the curve has them. */
function holdAround(curve: Curve, u: number, level: number, fixed: Uint8Array): void {
  const [first, last] = domainOf(curve);
  const isRing = curve.closing !== 'open';
  if (u > first || isRing) hold(curve, u > first ? u : last, 'left', level, fixed);
  if (u < last || isRing) hold(curve, u < last ? u : first, 'right', level, fixed);
}

/** The derivatives up to a level at a place depend on the control points whose basis functions have them there. */
function hold(curve: Curve, u: number, side: 'left' | 'right', level: number, fixed: Uint8Array): void {
  const { degree, knots } = curve;
  let span = side === 'right' ? degree : countOf(curve) - 1;
  if (side === 'right') while (knots[span + 1] <= u) span++;
  else while (knots[span] >= u) span--;
  const rows = basisDerivatives(knots, degree, span, u, level);
  for (let k = 0; k <= level; k++) {
    for (let j = 0; j <= degree; j++) {
      if (rows[k * (degree + 1) + j] !== 0) fixed[(span - degree + j) % fixed.length] = 1;
    }
  }
}

function supportWithin(curve: Curve, { from, to }: FreeOptions): (i: number) => boolean {
  if (from === undefined && to === undefined) return () => true;
  const { degree, knots } = curve;
  const [first, last] = domainOf(curve);
  const [low, high] = [from ?? first, to ?? last];
  for (const u of [low, high]) mustBeInside(curve, u);
  const period = last - first;
  if (curve.closing !== 'periodic') return (i) => knots[i] >= low && knots[i + degree + 1] <= high;
  const end = high > low ? high : high + period;
  return (i) =>
    [-1, 0, 1].some((turn) => knots[i] + turn * period >= low && knots[i + degree + 1] + turn * period <= end);
}

function mustBeInside(curve: Curve, u: number): void {
  const [first, last] = domainOf(curve);
  if (!(u >= first && u <= last)) throw new RangeError(`parameter ${u} lies outside the domain ${first} to ${last}`);
}

function farthest({ points }: Curve, i: number): number {
  const w = points[4 * i + 3];
  return Math.max(Math.abs(points[4 * i]), Math.abs(points[4 * i + 1]), Math.abs(points[4 * i + 2])) / w;
}
