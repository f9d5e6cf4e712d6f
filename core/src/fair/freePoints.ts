import { basisDerivatives } from '../curve/basis';
import { countOf, type Curve, domainOf } from '../curve/curve';
import { distinctOf } from '../knots/period';
import { fold } from '../linear/cyclicBand';
import { mustBeTolerance, mustBeWhole } from '../refuse';

/** Which control points may move, and how far. */
export interface FreeOptions {
  /** The level up to which each end of an open curve is held: its place, tangent, curvature, rate; 2 when left out. */
  readonly startLevel?: 0 | 1 | 2 | 3;
  readonly endLevel?: 0 | 1 | 2 | 3;
  /** Control points that stay where they are. */
  readonly held?: readonly number[];
  /** Only what lies between these parameters changes; of a periodic curve the stretch may lead over the seam. */
  readonly from?: number;
  readonly to?: number;
}

/** How much of an unknown move a control point takes part in. */
export interface Column {
  readonly place: number;
  readonly share: number;
}

/** For each distinct control point the unknown moves it takes part in: its own, none, or those it depends on. */
export type Columns = readonly (readonly Column[])[];

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
  for (const i of options.held ?? []) {
    mustBeWhole(i, 0, count - 1, 'held');
    fixed[i] = 1;
  }
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

/** At an end the derivatives up to a level depend on the control points whose basis functions have them. */
function holdEnds(curve: Curve, { startLevel = 2, endLevel = 2 }: FreeOptions, fixed: Uint8Array): void {
  mustBeWhole(startLevel, 0, 3, 'startLevel');
  mustBeWhole(endLevel, 0, 3, 'endLevel');
  const { degree, knots } = curve;
  const [first, last] = domainOf(curve);
  for (const [u, level, span] of [
    [first, startLevel, degree],
    [last, endLevel, countOf(curve) - 1],
  ] as const) {
    let inner = span;
    while (knots[inner] === knots[inner + 1]) inner += span === degree ? 1 : -1;
    const rows = basisDerivatives(knots, degree, inner, u, level);
    for (let k = 0; k <= level; k++) {
      for (let j = 0; j <= degree; j++) if (rows[k * (degree + 1) + j] !== 0) fixed[inner - degree + j] = 1;
    }
  }
}

function supportWithin(curve: Curve, { from, to }: FreeOptions): (i: number) => boolean {
  if (from === undefined && to === undefined) return () => true;
  const { degree, knots } = curve;
  const [first, last] = domainOf(curve);
  const [low, high] = [from ?? first, to ?? last];
  for (const u of [low, high]) {
    if (!(u >= first && u <= last)) throw new RangeError(`parameter ${u} lies outside the domain ${first} to ${last}`);
  }
  const period = last - first;
  if (curve.closing !== 'periodic') return (i) => knots[i] >= low && knots[i + degree + 1] <= high;
  const end = high > low ? high : high + period;
  return (i) =>
    [-1, 0, 1].some((turn) => knots[i] + turn * period >= low && knots[i + degree + 1] + turn * period <= end);
}

function farthest({ points }: Curve, i: number): number {
  const w = points[4 * i + 3];
  return Math.max(Math.abs(points[4 * i]), Math.abs(points[4 * i + 1]), Math.abs(points[4 * i + 2])) / w;
}
