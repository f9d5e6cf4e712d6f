import { type Bernstein, product, signChangesOf, wronskian } from '../linear/bernstein';
import type { Curve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { type BezierStretch, bezierStretches, halvesAt } from '../degree/bezierStretch';
import { arcFrom, biarc, centreOf, type Flat, type FlatArc } from './biarc';

/** An arc that stands for a stretch of a plane curve, and the distance in mm that neither leaves the other by. */
export interface Stretch {
  readonly arc: FlatArc;
  readonly start: number;
  readonly end: number;
  readonly bound: number;
}

/** Bounds are made this much sharper by halving; three halvings bring them within a per cent or so of the truth. */
const HALVINGS = 3;
/** A stretch this straight, as a share of its size, is a line; one this round an arc. */
const EXACT = 1e-10;

/**
 * The biarc over a stretch of a curve in the plane z = 0, if it lies within `tolerance` mm of it, proven; else null. The
 * curve is cut where it crosses the normal at the arcs' junction, and each part compared with its arc.
 */
export function biarcOver(
  flat: Curve,
  from: number,
  to: number,
  tolerance: number,
  sharp = true,
): readonly Stretch[] | null {
  const [p0, t0] = ray(flat, from, 'right');
  const [p1, t1] = ray(flat, to, 'left');
  if (!t0 || !t1) return null;
  const arcs = biarc(p0, t0, p1, t1);
  if (!arcs) return null;
  const cut = crossing(flat, from, to, arcs[0].to, arcs[1].tangents[0]);
  if (cut === null) return null;
  const parts: Stretch[] = [];
  for (const [arc, start, end] of [
    [arcs[0], from, cut],
    [arcs[1], cut, to],
  ] as const) {
    // prettier-ignore
    const bound = distanceBound(bezierStretches(flat, start, end), arc, tolerance, sharp);
    if (!(bound <= tolerance)) return null;
    parts.push({ arc, start, end, bound });
  }
  return parts;
}

/** The line or arc that a stretch is to rounding, or null. Its bound is the distance to it. */
export function exactArc(flat: Curve, from: number, to: number, tolerance: number): Stretch | null {
  const [p0, t0] = ray(flat, from, 'right');
  const [p1] = ray(flat, to, 'left');
  const size = Math.hypot(p1[0] - p0[0], p1[1] - p0[1]);
  if (!(size > 0)) return null;
  const chord: Flat = [(p1[0] - p0[0]) / size, (p1[1] - p0[1]) / size];
  const line: FlatArc = { from: p0, to: p1, tangents: [chord, chord], kappa: 0, turn: 0 };
  const limit = Math.min(tolerance, EXACT * size);
  const stretches = bezierStretches(flat, from, to);
  const straight = distanceBound(stretches, line, limit);
  if (straight <= limit) return { arc: line, start: from, end: to, bound: straight };
  const arc = t0 && arcFrom(p0, t0, p1);
  if (!arc || arc.kappa === 0) return null;
  const round = distanceBound(stretches, arc, Math.max(limit, EXACT / Math.abs(arc.kappa)));
  return round <= Math.min(tolerance, EXACT * Math.max(size, 1 / Math.abs(arc.kappa)))
    ? { arc, start: from, end: to, bound: round }
    : null;
}

/** Place and unit tangent; no tangent at a standstill. */
function ray(flat: Curve, u: number, side: 'left' | 'right'): [Flat, Flat | null] {
  const d = derivatives(flat, u, 1, side);
  const speed = Math.hypot(d[3], d[4]);
  return [[d[0], d[1]], speed > 0 ? [d[3] / speed, d[4] / speed] : null];
}

/** Where the curve crosses a normal: the only place where (C − q)·t changes its sign; null for none or several. */
function crossing(flat: Curve, from: number, to: number, q: Flat, t: Flat): number | null {
  const found: number[] = [];
  let before = -1;
  for (const { from: start, to: end, points } of bezierStretches(flat, from, to)) {
    const along = Float64Array.from({ length: points.length / 4 }, (_, i) => {
      return (points[4 * i] - q[0] * points[4 * i + 3]) * t[0] + (points[4 * i + 1] - q[1] * points[4 * i + 3]) * t[1];
    });
    if (before < 0 && along[0] >= 0) found.push(start);
    for (const share of signChangesOf(along, 0)) found.push(start + share * (end - start));
    before = along[along.length - 1];
  }
  const inside = found.filter((u) => u > from && u < to);
  return inside.length === 1 ? inside[0] : null;
}

/**
 * How far a stretch strays from an arc, and the arc from the stretch, at most; Infinity once it is clear that it is more
 * than `limit`, and where the stretch does not run along the arc in one direction.
 *
 * |C − m|² − R² over the squared weight is a quotient of Bernstein polynomials, which those of the coefficients bound;
 * the distance is |√(that + R²) − R|. Of a line it is the height over it. With the angle about the centre growing only,
 * the stretch passes every place of the arc.
 */
function distanceBound(stretches: readonly BezierStretch[], arc: FlatArc, limit: number, sharp = true): number {
  const frame = arc.kappa === 0 ? lineFrame(arc) : circleFrame(arc);
  let most = 0;
  const visit = (points: Float64Array, depth: number): boolean => {
    if (depth === 0 || !sharp) {
      const { bound, forward } = frame(points);
      if (bound <= limit && forward) {
        most = Math.max(most, bound);
        return true;
      }
      if (depth === 0) return false;
    }
    const [left, right] = halvesAt(points, 0.5);
    return visit(left, depth - 1) && visit(right, depth - 1);
  };
  return stretches.every(({ points }) => visit(points, HALVINGS)) ? most : Infinity;
}

type Compared = (points: Float64Array) => { bound: number; forward: boolean };

const column = (points: Float64Array, c: number, origin: number): Bernstein =>
  Float64Array.from({ length: points.length / 4 }, (_, i) => points[4 * i + c] - origin * points[4 * i + 3]);
const weightsOf = (points: Float64Array): Bernstein =>
  Float64Array.from({ length: points.length / 4 }, (_, i) => points[4 * i + 3]);

function circleFrame(arc: FlatArc): Compared {
  const [mx, my] = centreOf(arc);
  const radius = 1 / Math.abs(arc.kappa);
  const side = Math.sign(arc.turn);
  return (points) => {
    const [x, y, w] = [column(points, 0, mx), column(points, 1, my), weightsOf(points)];
    const off = product(x, x);
    product(y, y, 1, off);
    const squaredWeight = product(w, w);
    let bound = 0;
    for (let k = 0; k < off.length; k++) {
      const squared = off[k] / squaredWeight[k];
      bound = Math.max(bound, Math.abs(Math.sqrt(Math.max(0, squared)) - radius));
    }
    // x y' − x' y over the squared weight is how the angle grows.
    const growth = wronskian(y, x);
    return { bound, forward: growth.every((value) => side * value >= -1e-12 * radius * radius) };
  };
}

function lineFrame({ from, tangents: [t] }: FlatArc): Compared {
  return (points) => {
    const [x, y, w] = [column(points, 0, from[0]), column(points, 1, from[1]), weightsOf(points)];
    let bound = 0;
    for (let i = 0; i < w.length; i++) bound = Math.max(bound, Math.abs(y[i] * t[0] - x[i] * t[1]) / w[i]);
    const along = x.map((value, i) => value * t[0] + y[i] * t[1]);
    const size = Math.max(...along.map(Math.abs));
    return { bound, forward: wronskian(along, w).every((value) => value >= -1e-12 * size) };
  };
}
