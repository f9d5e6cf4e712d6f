import { solveBandedCholesky } from '../linear/bandedCholesky';
import { dot, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, spansOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { gaussRule } from '../linear/gaussLegendre';
import { distinctOf } from '../knots/period';
import { arcLength, lengthAt } from '../measure/arcLength';
import { type Deviation, deviationInStep } from '../measure/deviation';
import { failed, type Result, success } from '../result';
import { mustBeAbove0, mustBeFinite, mustBeNormal } from '../refuse';
import { derivativesAt, type DerivativeRows, derivativeRows } from '../energy/derivativeRows';
import { type FreeOptions, freePoints } from './freePoints';
import type { Column } from '../energy/columns';
import { axesFor, movedCurve } from '../energy/motion';

/** What the curvature of a stretch is wished to be. */
export type CurvatureWish =
  /** Taken hold of at a parameter and drawn by so many 1/mm, over so many mm on both sides. */
  | { readonly kind: 'drag'; readonly u: number; readonly by: number; readonly width: number }
  /** The same all along: its mean. */
  | { readonly kind: 'level' }
  /** As a straight line, from what it is where the stretch begins to what it is where it ends. */
  | { readonly kind: 'straight' }
  /** That of a radius in mm, to the side to which the stretch bends on the whole. */
  | { readonly kind: 'radius'; readonly radius: number };

export interface PullOptions extends Pick<FreeOptions, 'held' | 'heldAt' | 'startLevel' | 'endLevel'> {
  /** Unit normal of the plane that the curve lies in; it signs the curvature. */
  readonly normal: Vector3;
  /** The stretch, by parameters: control points that act beyond it do not change their places to each other. */
  readonly from: number;
  readonly to: number;
  /** What comes after the stretch goes along as it is, turned and moved, instead of staying where it is. */
  readonly rides?: boolean;
}

/** The curvature along a stretch at so many places: in 1/mm, over lengths in mm from the start of the curve as it was. */
export interface PulledProfile {
  readonly s: Float64Array;
  readonly before: Float64Array;
  readonly wished: Float64Array;
  /** The nearest to what was wished for that leaves what lies beyond the stretch where it is; the wish itself if that rides along. */
  readonly compatible: Float64Array;
  readonly reached: Float64Array;
}

export interface CurvaturePull {
  readonly curve: Curve;
  readonly profile: PulledProfile;
  /** How much of the wish was reached where it is greatest; 1 for all of it. */
  readonly share: number;
  /** How far what was reached lies from what is compatible, as a share of the change; by its squares. */
  readonly off: number;
  readonly deviation: Deviation;
  /** How many control points changed their places to others. */
  readonly free: number;
}

/** The stretch has too few control points of its own. */
export interface TooFewFree {
  readonly kind: 'too-few-free';
  readonly free: number;
  readonly needed: number;
}

/** The curve stands still in the stretch, and has no curvature there. */
export interface StandsStill {
  readonly kind: 'stands-still';
}

/** So many control points are needed at least; the wish is followed well from twice as many on, three times of degree 5. */
const LEAST_FREE = 3;
const PER_SPAN = 6;
const STEPS = 12;
const HALVINGS = 12;
/** A step that makes no more of a difference is the last. */
const SETTLED = 1e-8;
/** What moving costs beside what is missed. */
const MOVING = 1e-4;
/** A drag is at most this share of the stretch wide, on each side. */
const WIDEST = 0.25;

/**
 * The curve with the curvature of a stretch pulled to a wish, in its plane: least squares of what is missed, by arc
 * length, and a little of the moves, by steps of Gauss and Newton that are halved until they help. Knots, weights and
 * what lies before the stretch stay; what lies after it stays too, to the last bit, unless it rides along. Always from the
 * curve as it is given: no tolerance binds it, its deviation is told.
 *
 * Ends that stay ask that the change of the curvature and its first moments vanish over the stretch: what is compatible
 * is the change that is wished for, of what is set times ω, less ω(α + βx + γy), ω = (4t(1 − t))². (Nocedal, Wright, Numerical Optimization, 10.3, for the steps.)
 * Throws a RangeError for parameters, widths, radii and a normal that are none.
 */
export function pullCurvature(
  curve: Curve,
  wish: CurvatureWish,
  options: PullOptions,
): Result<CurvaturePull, TooFewFree | StandsStill> {
  const { normal, from, to, rides = false } = options;
  mustBeNormal(normal);
  checkWish(curve, wish);
  const parts = partsOf(curve, options);
  if (parts.free.length < LEAST_FREE) {
    return failed({ kind: 'too-few-free', free: parts.free.length, needed: LEAST_FREE });
  }
  const axes = axesFor(normal);
  const columns: Column[][] = Array.from({ length: distinctOf(curve) }, () => []);
  const acting = [...parts.free, ...parts.riding].sort((a, b) => a - b);
  acting.forEach((i, place) => columns[i].push({ place, share: 1 }));
  const rows = derivativeRows(curve, columns, axes, PER_SPAN);
  const nodes = nodesOf(curve, rows, columns, new Set(parts.free));
  const problem: Problem = { rows, nodes, moves: new Moves(curve, acting, parts, axes), target: new Float64Array() };
  const measured = arcLength(curve);
  // Over the seam lengths go on.
  const lengthOf = (u: number) => lengthAt(measured, u) + (to < from && u < from ? measured.total : 0);
  problem.nodes.sort((a, b) => lengthOf(a.u) - lengthOf(b.u));
  const stretch = alongStretch(curve, problem, axes, lengthOf, [lengthOf(from), lengthOf(to)]);
  if (!stretch.kappa.every(Number.isFinite)) return failed({ kind: 'stands-still' });
  const wished = wishedProfile(wish, stretch, lengthOf);
  const compatible = rides ? wished : compatibleProfile(wish, stretch, wished);
  problem.target = compatible;
  const x = new Float64Array(problem.moves.size);
  settle(problem, stretch, x);
  const made = movedCurve(curve, columns, axes, problem.moves.of(x));
  const reached = curvatures(problem, problem.moves.of(x));
  return success({
    curve: made,
    profile: { s: stretch.s, before: stretch.kappa, wished, compatible, reached },
    share: shareReached(stretch, compatible, reached),
    off: offBy(stretch, compatible, reached),
    deviation: deviationInStep(curve, made),
    free: parts.free.length,
  });
}

function checkWish(curve: Curve, wish: CurvatureWish): void {
  if (wish.kind === 'drag') {
    mustBeFinite(wish.by, 'by');
    const [first, last] = domainOf(curve);
    if (!(wish.u >= first && wish.u <= last)) {
      throw new RangeError(`u: parameter ${wish.u} lies outside the domain ${first} to ${last}`);
    }
    mustBeAbove0(wish.width, 'width');
  }
  if (wish.kind === 'radius') mustBeAbove0(wish.radius, 'radius');
}

/** Which control points move freely, and which go along with what comes after the stretch. */
interface Parts {
  readonly free: readonly number[];
  readonly riding: readonly number[];
}

function partsOf(curve: Curve, { from, to, rides = false, ...options }: PullOptions): Parts {
  const [, last] = domainOf(curve);
  // What rides along has no end that stays.
  const held = rides ? { ...options, endLevel: 0 as const } : options;
  const free = [...freePoints(curve, Number.MAX_VALUE, { ...held, from, to }).indices].sort((a, b) => a - b);
  if (!rides || curve.closing !== 'open') return { free, riding: [] };
  const count = distinctOf(curve);
  const first = free.at(-1) ?? count;
  if (to >= last) {
    // Nothing comes after it: the end itself is free.
    return { free: [...free, ...range(first + 1, count)], riding: [] };
  }
  return { free, riding: range(first + 1, count) };
}

const range = (from: number, to: number): number[] =>
  Array.from({ length: Math.max(0, to - from) }, (_, k) => from + k);

interface Problem {
  readonly rows: DerivativeRows;
  /** Those of the rows' nodes where a free control point acts. */
  readonly nodes: Node[];
  readonly moves: Moves;
  target: Float64Array;
}

interface Node {
  readonly row: number;
  readonly u: number;
}

/** The nodes of the rows in order of the spans that `derivativeRows` goes through. */
function nodesOf(
  curve: Curve,
  rows: DerivativeRows,
  columns: readonly (readonly Column[])[],
  free: ReadonlySet<number>,
): Node[] {
  const { degree, knots } = curve;
  const count = distinctOf(curve);
  const rule = gaussRule(PER_SPAN);
  const nodes: Node[] = [];
  let row = 0;
  for (const span of spansOf(curve)) {
    const acting = Array.from({ length: degree + 1 }, (_, j) => (span - degree + j) % count);
    if (!acting.some((i) => columns[i].length > 0)) continue;
    const half = (knots[span + 1] - knots[span]) / 2;
    for (let k = 0; k < PER_SPAN; k++, row++) {
      if (acting.some((i) => free.has(i))) nodes.push({ row, u: knots[span] + half * (1 + rule.nodes[k]) });
    }
  }
  if (row !== rows.nodes) throw new Error('the rows have other nodes than the spans that are acted on');
  return nodes;
}

/** The moves of control points by the unknowns: each free one by itself, all that ride by one turn and one shift. */
class Moves {
  /** Two for each free point, and three for what rides: a turn in radians, and a shift. */
  readonly size: number;
  readonly freePlaces: readonly number[];
  /** For each riding place its position about the first of them. */
  private readonly arms: readonly (readonly [place: number, x: number, y: number])[];

  constructor(curve: Curve, acting: readonly number[], { free, riding }: Parts, axes: readonly Vector3[]) {
    const placeOf = new Map(acting.map((i, place) => [i, place]));
    this.freePlaces = free.map((i) => placeOf.get(i) as number);
    const at = (i: number): readonly [number, number] => {
      const [x, y, z, w] = curve.points.subarray(4 * i, 4 * i + 4);
      const place: Vector3 = [x / w, y / w, z / w];
      return [dot(place, axes[0]), dot(place, axes[1])];
    };
    const pivot = riding.length > 0 ? at(riding[0]) : [0, 0];
    this.arms = riding.map((i) => {
      const [x, y] = at(i);
      return [placeOf.get(i) as number, x - pivot[0], y - pivot[1]];
    });
    this.size = 2 * free.length + (riding.length > 0 ? 3 : 0);
    this.count = acting.length;
    this.isRing = curve.closing === 'periodic';
  }
  private readonly count: number;
  /** A stretch may lead over the seam. */
  readonly isRing: boolean;

  /** How many unknowns belong to free points. */
  get own(): number {
    return 2 * this.freePlaces.length;
  }

  of(x: Float64Array): Float64Array {
    const moves = new Float64Array(2 * this.count);
    this.freePlaces.forEach((place, k) => {
      moves[2 * place] = x[2 * k];
      moves[2 * place + 1] = x[2 * k + 1];
    });
    if (this.arms.length > 0) {
      const [turn, dx, dy] = x.subarray(this.own);
      const [c, s] = [Math.cos(turn) - 1, Math.sin(turn)];
      for (const [place, ax, ay] of this.arms) {
        moves[2 * place] = c * ax - s * ay + dx;
        moves[2 * place + 1] = s * ax + c * ay + dy;
      }
    }
    return moves;
  }

  /** Adds to a row by moves what it is by the unknowns. */
  byUnknowns(x: Float64Array, byMoves: Float64Array, out: Float64Array): void {
    out.fill(0);
    this.freePlaces.forEach((place, k) => {
      out[2 * k] = byMoves[2 * place];
      out[2 * k + 1] = byMoves[2 * place + 1];
    });
    if (this.arms.length === 0) return;
    const turn = x[this.own];
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    for (const [place, ax, ay] of this.arms) {
      const [gx, gy] = [byMoves[2 * place], byMoves[2 * place + 1]];
      out[this.own] += gx * (-s * ax - c * ay) + gy * (c * ax - s * ay);
      out[this.own + 1] += gx;
      out[this.own + 2] += gy;
    }
  }
}

/** The curve along its stretch, at the nodes. */
interface Along {
  readonly s: Float64Array;
  readonly kappa: Float64Array;
  /** Weights by arc length. */
  readonly ds: Float64Array;
  /** Places along the two axes, about the middle of the stretch. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly begin: number;
  readonly end: number;
}

function alongStretch(
  curve: Curve,
  problem: Problem,
  axes: readonly Vector3[],
  lengthOf: (u: number) => number,
  [begin, end]: readonly [number, number],
): Along {
  const { nodes, rows, moves } = problem;
  const still = moves.of(new Float64Array(moves.size));
  const us = Float64Array.from(nodes, ({ u }) => u);
  const places = nodes.map(({ u }) => evaluate(curve, u));
  const along = (axis: Vector3) => {
    const all = Float64Array.from(places, (place) => dot(place, axis));
    const middle = all.reduce((sum, each) => sum + each, 0) / all.length;
    return all.map((each) => each - middle);
  };
  const d = new Float64Array(6);
  return {
    s: us.map(lengthOf),
    kappa: curvatures(problem, still),
    ds: Float64Array.from(nodes, ({ row }) => {
      derivativesAt(rows, row, still, d);
      return rows.weights[row] * Math.hypot(d[0], d[1]);
    }),
    x: along(axes[0]),
    y: along(axes[1]),
    begin,
    end,
  };
}

/** The curvature at the nodes with the control points moved. */
function curvatures({ nodes, rows }: Problem, moves: Float64Array): Float64Array {
  const d = new Float64Array(6);
  return Float64Array.from(nodes, ({ row }) => {
    derivativesAt(rows, row, moves, d);
    return (d[0] * d[3] - d[1] * d[2]) / Math.hypot(d[0], d[1]) ** 3;
  });
}

const integral = ({ ds }: Along, of: (i: number) => number): number =>
  ds.reduce((sum, each, i) => sum + each * of(i), 0);

/** The share of the stretch that lies before a node. */
const shareAt = ({ s, begin, end }: Along, i: number): number =>
  Math.min(1, Math.max(0, (s[i] - begin) / (end - begin)));

function wishedProfile(wish: CurvatureWish, stretch: Along, lengthOf: (u: number) => number): Float64Array {
  const { kappa, s, begin, end } = stretch;
  const mean = integral(stretch, (i) => kappa[i]) / integral(stretch, () => 1);
  switch (wish.kind) {
    case 'drag': {
      const bump = bumpOf(wish, stretch, lengthOf);
      return kappa.map((each, i) => each + wish.by * bump(s[i]));
    }
    case 'level':
      return kappa.map(() => mean);
    case 'straight': {
      const [first, last] = [kappa[0], kappa[kappa.length - 1]];
      const [from, to] = [s[0], s[s.length - 1]];
      return s.map((each) => first + ((last - first) * (each - from)) / (to - from || end - begin));
    }
    case 'radius':
      return kappa.map(() => (mean < 0 ? -1 : 1) / wish.radius);
  }
}

/** (1 − ((s − s_c)/w)²)³ about the place that is taken hold of. */
function bumpOf(
  { u, width }: Extract<CurvatureWish, { kind: 'drag' }>,
  { begin, end }: Along,
  lengthOf: (u: number) => number,
): (s: number) => number {
  const middle = lengthOf(u);
  const half = Math.min(width, WIDEST * (end - begin));
  return (s) => {
    const off = (s - middle) / half;
    return Math.abs(off) < 1 ? (1 - off * off) ** 3 : 0;
  };
}

/**
 * The wish with its zeroth and first moments taken out, so that what lies beyond the stretch may stay. What is drawn is
 * local; what is set for the whole stretch fades out towards its ends, where the curvature goes on.
 */
function compatibleProfile(wish: CurvatureWish, stretch: Along, wished: Float64Array): Float64Array {
  const { kappa, x, y } = stretch;
  const window = kappa.map((_, i) => {
    const t = shareAt(stretch, i);
    return (4 * t * (1 - t)) ** 2;
  });
  const isDrawn = wish.kind === 'drag';
  const change = wished.map((each, i) => (isDrawn ? 1 : window[i]) * (each - kappa[i]));
  const basis = [change.map(() => 1), x, y];
  const matrix = new Float64Array(9);
  const right = Float64Array.from(basis, (one) => integral(stretch, (i) => one[i] * change[i]));
  basis.forEach((a, r) =>
    basis.forEach((b, c) => {
      if (c >= r) matrix[r * 3 + c - r] = integral(stretch, (i) => window[i] * a[i] * b[i]);
    }),
  );
  // A stretch whose places lie in line has one moment less.
  const singular = solveBandedCholesky(3, 2, matrix, right, 1);
  const [alpha, beta, gamma] = singular < 0 ? right : alongLine(stretch, window, change);
  const nearest = change.map((each, i) => each - window[i] * (alpha + beta * x[i] + gamma * y[i]));
  const scale = isDrawn ? scaleOf(change, nearest) : 1;
  return kappa.map((each, i) => each + scale * nearest[i]);
}

/** α and β where all places lie in line: by the longer of the two coordinates. */
function alongLine(stretch: Along, window: Float64Array, change: Float64Array): readonly [number, number, number] {
  const { x, y } = stretch;
  const isX = integral(stretch, (i) => x[i] ** 2) >= integral(stretch, (i) => y[i] ** 2);
  const one = isX ? x : y;
  const sum = (of: (i: number) => number) => integral(stretch, of);
  const [m0, m1, m2] = [sum((i) => window[i]), sum((i) => window[i] * one[i]), sum((i) => window[i] * one[i] ** 2)];
  const [r0, r1] = [sum((i) => change[i]), sum((i) => change[i] * one[i])];
  const det = m0 * m2 - m1 * m1;
  const [alpha, beta] = [(r0 * m2 - r1 * m1) / det, (m0 * r1 - m1 * r0) / det];
  return isX ? [alpha, beta, 0] : [alpha, 0, beta];
}

/** By what a compatible change is multiplied, so that it comes to the wish where that is greatest. */
function scaleOf(wished: Float64Array, nearest: Float64Array): number {
  const peak = greatest(wished);
  const share = nearest[peak] / wished[peak];
  return Number.isFinite(share) && share > 0 ? 1 / share : 1;
}

const greatest = (values: Float64Array): number =>
  values.reduce((best, value, i) => (Math.abs(value) > Math.abs(values[best]) ? i : best), 0);

/** How much of the change was reached where it was to be greatest. */
function shareReached({ kappa }: Along, compatible: Float64Array, reached: Float64Array): number {
  const peak = greatest(compatible.map((each, i) => each - kappa[i]));
  const asked = compatible[peak] - kappa[peak];
  return asked === 0 ? 1 : (reached[peak] - kappa[peak]) / asked;
}

function offBy(stretch: Along, compatible: Float64Array, reached: Float64Array): number {
  const asked = integral(stretch, (i) => (compatible[i] - stretch.kappa[i]) ** 2);
  const missed = integral(stretch, (i) => (reached[i] - compatible[i]) ** 2);
  return asked > 0 ? Math.sqrt(missed / asked) : 0;
}

/** Least squares of what is missed, from x = 0 on, in place. */
function settle(problem: Problem, stretch: Along, x: Float64Array): void {
  const total = integral(stretch, () => 1);
  const size = x.length;
  const { moves, rows } = problem;
  // What rides acts where the last free points do: it stands behind them.
  const band = Math.min(size - 1, moves.isRing ? size - 1 : 2 * rows.width + 2);
  const tried = new Float64Array(size);
  let value = model(problem, stretch, total, x, null, null, band);
  for (let step = 0; step < STEPS; step++) {
    const matrix = new Float64Array(size * (band + 1));
    const right = new Float64Array(size);
    model(problem, stretch, total, x, matrix, right, band);
    if (solveBandedCholesky(size, band, matrix, right, 1) >= 0) return;
    let share = 1;
    let next = Infinity;
    for (let halving = 0; halving < HALVINGS && !(next < value); halving++, share /= 2) {
      for (let i = 0; i < size; i++) tried[i] = x[i] - share * right[i];
      next = model(problem, stretch, total, tried, null, null, band);
    }
    if (!(next < value)) return;
    x.set(tried);
    const isSettled = value - next <= SETTLED * value;
    value = next;
    if (isSettled) return;
  }
}

/** ½ Σ ds L³ (κ − κ*)² + ½ · 1e-4 Σ|d|² of the free points; adds its gradient and the matrix of Gauss and Newton where asked. */
function model(
  { rows, nodes, moves, target }: Problem,
  { ds }: Along,
  total: number,
  x: Float64Array,
  matrix: Float64Array | null,
  gradient: Float64Array | null,
  band: number,
): number {
  const now = moves.of(x);
  const d = new Float64Array(6);
  const byMoves = new Float64Array(now.length);
  const slope = new Float64Array(x.length);
  let sum = 0;
  for (let i = 0; i < moves.own; i++) {
    sum += MOVING * x[i] * x[i];
    if (gradient) gradient[i] += MOVING * x[i];
    if (matrix) matrix[i * (band + 1)] += MOVING;
  }
  const cube = total ** 3;
  for (const [i, { row }] of nodes.entries()) {
    derivativesAt(rows, row, now, d);
    const speed = Math.hypot(d[0], d[1]);
    if (!(speed > 0)) return Infinity;
    const kappa = (d[0] * d[3] - d[1] * d[2]) / speed ** 3;
    const weight = ds[i] * cube;
    const off = kappa - target[i];
    sum += weight * off * off;
    if (!gradient || !matrix) continue;
    const by = [
      d[3] / speed ** 3 - (3 * kappa * d[0]) / speed ** 2,
      -d[2] / speed ** 3 - (3 * kappa * d[1]) / speed ** 2,
      -d[1] / speed ** 3,
      d[0] / speed ** 3,
    ];
    byMoves.fill(0);
    for (let j = 0; j < rows.width; j++) {
      const place = rows.places[row * rows.width + j];
      if (place < 0) continue;
      const first = rows.rows[3 * row * rows.width + j];
      const second = rows.rows[(3 * row + 1) * rows.width + j];
      byMoves[2 * place] += by[0] * first + by[2] * second;
      byMoves[2 * place + 1] += by[1] * first + by[3] * second;
    }
    moves.byUnknowns(x, byMoves, slope);
    for (let a = 0; a < slope.length; a++) {
      if (slope[a] === 0) continue;
      gradient[a] += weight * off * slope[a];
      for (let b = a; b < Math.min(slope.length, a + band + 1); b++) {
        matrix[a * (band + 1) + b - a] += weight * slope[a] * slope[b];
      }
    }
  }
  return sum / 2;
}
