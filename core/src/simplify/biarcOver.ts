import { type Bernstein, boundOf, product, signChangesOf, wronskian } from '../linear/bernstein';
import type { Curve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { type BezierStretch, bezierStretches, halvesAt } from '../degree/bezierStretch';
import { arcFrom, biarc, type Flat, type FlatArc } from './biarc';

/** An arc that stands for a stretch of a plane curve, and the distance in mm that neither leaves the other by. */
export interface Stretch {
  readonly arc: FlatArc;
  readonly start: number;
  readonly end: number;
  readonly bound: number;
}

/** Bounds are made this much sharper by halving; three halvings bring them within a per cent or so of the truth. */
const HALVINGS = 3;
/** A stretch this straight, as a share of its length, is a line; one this round an arc. */
const EXACT = 1e-10;

/**
 * The biarc over a stretch of a curve in the plane z = 0, if it lies within `tolerance` mm of it, proven; else null.
 * The curve is cut where it crosses the normal at the arcs' junction, and each part compared with its arc.
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
  const slack = Math.min(tolerance, EXACT * Math.abs(arc.turn / arc.kappa));
  const round = distanceBound(stretches, arc, slack);
  return round <= slack ? { arc, start: from, end: to, bound: round } : null;
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
 * How far a stretch strays from an arc, and the arc from the stretch, at most; Infinity once it is clear that it is
 * more than `limit`, and where the stretch does not run along the arc in one direction.
 *
 * With q from the arc's start, t and n its tangent and normal there, h = κ|q|² − 2 q·n, the distance from the whole
 * circle is |h| / (1 + √(1 + κh)), which loses no digits on nearly straight arcs and is the height over a line. h times
 * the squared weight is a Bernstein polynomial, and so is that weight, so the quotients of their coefficients bound it.
 * With the angle about the centre growing only, t·q' + κ q×q' ≥ 0, the stretch passes every place of the arc.
 */
function distanceBound(stretches: readonly BezierStretch[], arc: FlatArc, limit: number, sharp = true): number {
  const compare = comparedWith(arc);
  let most = 0;
  const visit = (points: Float64Array, depth: number): boolean => {
    if (depth === 0 || !sharp) {
      const { bound, forward } = compare(points);
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

function comparedWith({ from, tangents: [[tx, ty]], kappa }: FlatArc): Compared {
  return (points) => {
    const count = points.length / 4;
    const column = (c: number): Bernstein =>
      Float64Array.from({ length: count }, (_, i) => points[4 * i + c] - from[c] * points[4 * i + 3]);
    const [x, y] = [column(0), column(1)];
    const w = Float64Array.from({ length: count }, (_, i) => points[4 * i + 3]);
    const along = x.map((value, i) => value * tx + y[i] * ty);
    const across = x.map((value, i) => y[i] * tx - value * ty);
    const off = product(across, w, -2);
    product(x, x, kappa, off);
    product(y, y, kappa, off);
    const squaredWeight = product(w, w);
    let bound = 0;
    for (let k = 0; k < off.length; k++) {
      const h = off[k] / squaredWeight[k];
      bound = Math.max(bound, Math.abs(h) / (1 + Math.sqrt(Math.max(0, 1 + kappa * h))));
    }
    const growth = wronskian(along, w);
    const turning = wronskian(y, x);
    const size = boundOf(growth) + Math.abs(kappa) * boundOf(turning);
    return { bound, forward: growth.every((value, k) => value + kappa * turning[k] >= -ROUNDING * size) };
  };
}

/** Growth below this share of the largest is none. */
const ROUNDING = 1e-12;
