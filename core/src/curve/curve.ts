import { LARGEST_COORDINATE } from '../refuse';

/** Repeated spacing, and ends that meet, agree to this share of the period or the size: what other programs write. */
const AGREE = 1e-9;

/** How the ends of a curve meet: not at all; as clamped ends in one place; or smoothly, with wrapped control points. */
export type Closing = 'open' | 'clamped-closed' | 'periodic';

/**
 * A NURBS curve as a value: its arrays are never written after `makeCurve`.
 *
 * n control points of degree p need n + p + 1 knots; the domain is [knots[p], knots[n]]. A periodic curve
 * repeats its first p control points at the end and its knot spacing outside the domain.
 */
export interface Curve {
  readonly degree: number;
  /** Non-decreasing, n + p + 1 values. */
  readonly knots: Float64Array;
  /** Homogeneous control points wx wy wz w, stride 4; coordinates in mm, w > 0. */
  readonly points: Float64Array;
  readonly closing: Closing;
}

const CLOSINGS: readonly Closing[] = ['open', 'clamped-closed', 'periodic'];

/** The largest degree a curve may have; the basis loses digits beyond it and no designer asks for more. */
export const MAX_DEGREE = 25;

/** More control points than any drawing needs, and as many as every operation takes in a moment. */
export const MOST_CONTROL_POINTS = 1_000_000;

/** Beyond these, products of a curve's numbers leave what a number can hold, and no drawing comes near them. */
export const LARGEST_KNOT = 1e15;
export const SHORTEST_SPAN = 1e-30;
const HEAVIEST = 1e9;
export { LARGEST_COORDINATE };

/** A curve that cannot be: `where` names the field or entry, the message says what was expected and what came. */
export class InvalidCurve extends Error {
  constructor(
    readonly where: string,
    what: string,
  ) {
    super(`${where}: ${what}`);
    this.name = 'InvalidCurve';
  }
}

/**
 * Checks the parts once and makes the curve; every other function trusts it.
 *
 * Throws `InvalidCurve` for a degree outside 1..25, counts that do not fit, numbers that are not finite, decreasing
 * knots, inner knots repeated more than p times, an empty domain, weights that are not positive, and ends that
 * contradict `closing`; and for sizes no drawing has: more than 1,000,000 control points, coordinates beyond 1e15 mm, knots beyond 1e15 or nearer than
 * 1e-30 without being one, weights outside 1e-9 to 1e9. (The NURBS Book, 2.2 and 4.2.)
 */
export function makeCurve(
  degree: number,
  knots: ArrayLike<number>,
  points: ArrayLike<number>,
  closing: Closing = 'open',
): Curve {
  // What is far too much is refused before room is made for it.
  checkDegree(degree);
  checkCount(points);
  return lookedAt({ degree, knots: new Float64Array(knots), points: new Float64Array(points), closing });
}

/**
 * A curve from parts that are right by construction; takes the arrays over. Only for operations of this package:
 * whoever has numbers from elsewhere calls `makeCurve`.
 */
export const trusted = (
  degree: number,
  knots: Float64Array,
  points: Float64Array,
  closing: Closing = 'open',
): Curve => ({ degree, knots, points, closing });

/** The same curve, checked as `makeCurve` does: for results of long computations, not right by construction. */
export function lookedAt(curve: Curve): Curve {
  const { degree, knots, points, closing } = curve;
  checkDegree(degree);
  if (!CLOSINGS.includes(closing)) {
    throw new InvalidCurve('closing', `open, clamped-closed or periodic is needed, not ${String(closing)}`);
  }
  checkCount(points);
  const count = points.length / 4;
  if (count < degree + 1) {
    throw new InvalidCurve('points', `degree ${degree} needs at least ${degree + 1} control points, not ${count}`);
  }
  checkPoints(points);
  checkKnots(knots, degree, count);
  if (closing === 'periodic') checkWrapping(curve);
  if (closing === 'clamped-closed') checkEndsMeet(curve);
  return curve;
}

/**
 * Arrays for the knots and control points of a curve to be, side by side in one buffer: allocating is what costs most
 * in making a curve out of another, and two buffers cost twice as much.
 */
export function roomFor(degree: number, count: number) {
  const length = count + degree + 1;
  const buffer = new ArrayBuffer(8 * (length + 4 * count));
  return { knots: new Float64Array(buffer, 0, length), points: new Float64Array(buffer, 8 * length, 4 * count) };
}

/** Number of control points. */
export const countOf = (curve: Curve): number => curve.points.length / 4;

/** First and last parameter of the curve. */
export const domainOf = (curve: Curve): readonly [number, number] => [
  curve.knots[curve.degree],
  curve.knots[countOf(curve)],
];

/** Indices k of the non-empty spans [knots[k], knots[k+1]] of the domain, in order. */
export function spansOf(curve: Curve): number[] {
  const spans: number[] = [];
  for (let k = curve.degree; k < countOf(curve); k++) {
    if (curve.knots[k] < curve.knots[k + 1]) spans.push(k);
  }
  return spans;
}

/** Euclidean control points x y z, stride 3. A periodic curve's wrapped copies are left out. */
export function controlPointsOf(curve: Curve): Float64Array {
  const count = countOf(curve) - (curve.closing === 'periodic' ? curve.degree : 0);
  const euclidean = new Float64Array(count * 3);
  for (let i = 0; i < count; i++) {
    const w = curve.points[4 * i + 3];
    for (let c = 0; c < 3; c++) euclidean[3 * i + c] = curve.points[4 * i + c] / w;
  }
  return euclidean;
}

/**
 * Homogeneous control points (stride 4) from Euclidean ones (stride 3) and weights (all 1 if left out). Throws
 * `InvalidCurve` for counts that do not fit; `makeCurve` looks at the numbers.
 */
export function homogeneous(euclidean: ArrayLike<number>, weights?: ArrayLike<number>): Float64Array {
  const count = euclidean.length / 3;
  if (!Number.isInteger(count)) {
    throw new InvalidCurve('points', `a multiple of 3 coordinates is needed, not ${euclidean.length}`);
  }
  if (weights && weights.length !== count) {
    throw new InvalidCurve('weights', `${count} are needed, one for each point, not ${weights.length}`);
  }
  const points = new Float64Array(count * 4);
  for (let i = 0; i < count; i++) {
    const w = weights ? weights[i] : 1;
    points[4 * i] = w * euclidean[3 * i];
    points[4 * i + 1] = w * euclidean[3 * i + 1];
    points[4 * i + 2] = w * euclidean[3 * i + 2];
    points[4 * i + 3] = w;
  }
  return points;
}

/** Throws `InvalidCurve` for a degree that no curve has. */
export function checkDegree(degree: number): void {
  if (!Number.isInteger(degree) || degree < 1 || degree > MAX_DEGREE) {
    throw new InvalidCurve('degree', `a whole number from 1 to ${MAX_DEGREE} is needed, not ${degree}`);
  }
}

function checkCount(points: ArrayLike<number>): void {
  if (points.length > 4 * MOST_CONTROL_POINTS) {
    throw new InvalidCurve(
      'points',
      `at most ${MOST_CONTROL_POINTS} control points can be held, not ${points.length / 4}`,
    );
  }
  if (points.length % 4 !== 0) {
    throw new InvalidCurve('points', `a multiple of 4 numbers (wx wy wz w) is needed, not ${points.length}`);
  }
}

function checkPoints(points: Float64Array): void {
  for (let i = 0; i < points.length; i += 4) {
    const w = points[i + 3];
    const largest = LARGEST_COORDINATE * w;
    const fine =
      w >= 1 / HEAVIEST &&
      w <= HEAVIEST &&
      Math.abs(points[i]) <= largest &&
      Math.abs(points[i + 1]) <= largest &&
      Math.abs(points[i + 2]) <= largest;
    if (!fine) throw wrongPoint(points, i);
  }
}

/** Says which number of a control point is wrong. */
function wrongPoint(points: Float64Array, i: number): InvalidCurve {
  const where = (c: number) => `points[${i / 4}].${'xyzw'[c]}`;
  for (let c = 0; c < 4; c++) {
    if (!Number.isFinite(points[i + c])) {
      return new InvalidCurve(where(c), `a finite number is needed, not ${points[i + c]}`);
    }
  }
  const w = points[i + 3];
  if (w <= 0) return new InvalidCurve(where(3), `a weight above 0 is needed, not ${w}`);
  if (w < 1 / HEAVIEST || w > HEAVIEST) {
    return new InvalidCurve(where(3), `a weight from ${1 / HEAVIEST} to ${HEAVIEST} is needed, not ${w}`);
  }
  const c = [0, 1, 2].find((k) => Math.abs(points[i + k]) > LARGEST_COORDINATE * w) ?? 0;
  return new InvalidCurve(where(c), `at most ${LARGEST_COORDINATE} mm can be held, not ${points[i + c] / w}`);
}

function checkKnots(knots: Float64Array, degree: number, count: number): void {
  if (knots.length !== count + degree + 1) {
    throw new InvalidCurve(
      'knots',
      `${count} control points of degree ${degree} need ${count + degree + 1} knots, not ${knots.length}`,
    );
  }
  let run = 1;
  for (let i = 0; i < knots.length; i++) {
    if (!Number.isFinite(knots[i])) throw new InvalidCurve(`knots[${i}]`, `a finite number is needed, not ${knots[i]}`);
    if (Math.abs(knots[i]) > LARGEST_KNOT) {
      throw new InvalidCurve(`knots[${i}]`, `at most ${LARGEST_KNOT} can be held, not ${knots[i]}`);
    }
    if (i === 0) continue;
    if (knots[i] > knots[i - 1] && knots[i] - knots[i - 1] < SHORTEST_SPAN) {
      throw new InvalidCurve(`knots[${i}]`, `${knots[i]} lies nearer than ${SHORTEST_SPAN} to the knot before it`);
    }
    if (knots[i] < knots[i - 1]) {
      throw new InvalidCurve(`knots[${i}]`, `${knots[i]} is less than the knot before it, ${knots[i - 1]}`);
    }
    run = knots[i] === knots[i - 1] ? run + 1 : 1;
    const inner = knots[i] > knots[degree] && knots[i] < knots[count];
    if (run > (inner ? degree : degree + 1)) {
      throw new InvalidCurve(`knots[${i}]`, `${knots[i]} is repeated ${run} times, too often for degree ${degree}`);
    }
  }
  if (!(knots[degree] < knots[count])) {
    throw new InvalidCurve('knots', `the domain from ${knots[degree]} to ${knots[count]} is empty`);
  }
}

function checkWrapping({ degree, knots, points }: Curve): void {
  const distinct = points.length / 4 - degree;
  const period = knots[distinct + degree] - knots[degree];
  for (let i = 0; i < 4 * degree; i++) {
    if (points[4 * distinct + i] !== points[i]) {
      const index = distinct + Math.floor(i / 4);
      throw new InvalidCurve(`points[${index}]`, `a periodic curve repeats point ${index - distinct} here`);
    }
  }
  // Far from 0 the knots themselves are rounded more coarsely.
  const near =
    AGREE * period + 8 * Number.EPSILON * Math.max(Math.abs(knots[degree]), Math.abs(knots[distinct + degree]));
  for (let i = 0; i + distinct < knots.length; i++) {
    if (Math.abs(knots[i + distinct] - knots[i] - period) > near) {
      throw new InvalidCurve(`knots[${i + distinct}]`, `a periodic curve repeats its knots after ${period}`);
    }
  }
}

function checkEndsMeet(curve: Curve): void {
  const ends = controlPointsOf(curve);
  const last = ends.length - 3;
  let size = 0;
  for (const coordinate of ends) size = Math.max(size, Math.abs(coordinate));
  const gap = Math.hypot(ends[last] - ends[0], ends[last + 1] - ends[1], ends[last + 2] - ends[2]);
  if (gap > AGREE * size) throw new InvalidCurve('points', `a closed curve's ends lie ${gap} mm apart`);
}
