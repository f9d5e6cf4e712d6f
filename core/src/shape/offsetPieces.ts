import { signChange } from '../linear/signChange';
import type { Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { arcAbout } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { polyline } from '../exact/polyline';
import { nearPath } from '../fit/near/nearPath';
import { breaksOf } from '../knots/multiplicity';
import { reparameterise } from '../knots/reparameterise';
import { curvatureAt } from '../measure/curvature';
import { curvatureExtrema } from '../measure/extrema';
import { standsStill } from '../measure/standstill';
import { exactArc } from '../simplify/biarcOver';
import { centreOf } from '../simplify/biarc';
import { close } from '../ends/close';
import { join } from '../edit/join';
import { smoothParts } from '../simplify/smoothParts';

/** At a standstill the normal is read this share of the domain beside it. */
const ASIDE = 1e-6;
/** Ranges shorter than this share of the domain are rounding beside a cusp. */
const NO_RANGE = 1e-9;

const UP: Vector3 = [0, 0, 1];
/** Beside a knot or an extremum curvature is read this share of the stretch on. */
const BESIDE = 1e-9;
/** A stretch is halved at most so often to be laid near enough. */
const MOST_HALVINGS = 10;
/** Sharp corners reach at most so many distances away; beyond that they are cut straight. */
const LONGEST_CORNER = 4;

/** A piece of an offset, over a stretch of the original or about a corner; or a part of one. */
export interface OffsetPiece {
  readonly curve: Curve;
  /** The whole piece, with the range of its parameters in the original; null about a corner. */
  readonly whole: Curve | null;
}

/**
 * The offset of a curve in the plane z = 0, in pieces as it comes: smooth parts up to their cusps, without the parts
 * beyond the centres of curvature, and what bridges the outsides of kinks. In order; they may cross.
 */
export function offsetPieces(
  flat: Curve,
  by: number,
  tolerance: number,
  degree: number,
  corners: 'round' | 'sharp',
): OffsetPiece[] {
  const parts = smoothParts(flat);
  const pieces: OffsetPiece[] = [];
  const closed = flat.closing !== 'open';
  parts.forEach((part, i) => {
    for (const [from, to] of keptRanges(part, by)) {
      const curve = pieceOver(part, from, to, by, tolerance, degree);
      pieces.push({ curve, whole: curve });
    }
    const next = parts[i + 1] ?? (closed && part.closing === 'open' ? parts[0] : null);
    const bridge = next && bridgeOver(part, next, by, corners);
    if (bridge) pieces.push({ curve: bridge, whole: null });
  });
  return pieces;
}

/** Place and left normal of a part at u; null where it stands still. */
function rayAt(part: Curve, u: number, side: 'left' | 'right'): { place: Vector3; normal: Vector3 } | null {
  const d = derivatives(part, u, 1, side);
  if (standsStill(part, d)) return null;
  const speed = Math.hypot(d[3], d[4]);
  return { place: [d[0], d[1], 0], normal: [-d[4] / speed, d[3] / speed, 0] };
}

/** The place at the distance; at a standstill the normal beside it counts, of a point there is none. */
export function shifted(part: Curve, u: number, by: number, side: 'left' | 'right' = 'right'): Vector3 {
  const [first, last] = domainOf(part);
  const step = ASIDE * (last - first);
  const ray = rayAt(part, u, side) ?? rayAt(part, u + step <= last ? u + step : u - step, side);
  const [x, y] = evaluate(part, u);
  return ray ? [x + by * ray.normal[0], y + by * ray.normal[1], 0] : [x, y, 0];
}

/** Ranges of a smooth part where 1 − κ d is positive: between cusps, found on stretches of monotone curvature. */
function keptRanges(part: Curve, by: number): [number, number][] {
  const [first, last] = domainOf(part);
  const stops = [...breaksOf(part).map(({ u }) => u), ...curvatureExtrema(part, UP).map(({ u }) => u)]
    .sort((a, b) => a - b)
    .filter((u, i, all) => i === 0 || u > all[i - 1]);
  const speed = (u: number, side: 'left' | 'right') => 1 - curvatureAt(part, u, UP, side).kappa * by;
  const changes: number[] = [];
  let positive = speed(first, 'right') > 0;
  const startsKept = positive;
  for (let i = 0; i + 1 < stops.length; i++) {
    const [from, to] = [stops[i], stops[i + 1]];
    const step = BESIDE * (to - from);
    const [a, b] = [speed(from, 'right') > 0, speed(to, 'left') > 0];
    if (a !== positive) changes.push(from);
    if (a !== b) changes.push(signChange((u) => speed(u, 'right'), from + step, to - step));
    positive = b;
  }
  const bounds = [first, ...changes, last];
  const ranges: [number, number][] = [];
  for (let i = 0; i + 1 < bounds.length; i++) {
    const kept = (i % 2 === 0) === startsKept;
    if (kept && bounds[i + 1] - bounds[i] > NO_RANGE * (last - first)) ranges.push([bounds[i], bounds[i + 1]]);
  }
  return ranges;
}

function pieceOver(part: Curve, from: number, to: number, by: number, tolerance: number, degree: number): Curve {
  const exact = exactPiece(part, from, to, by, tolerance);
  if (exact) return reparameterise(exact, from, to);
  return offsetOver(part, from, to, by, tolerance, degree, MOST_HALVINGS);
}

/** Two shorter pieces are found sooner than one that hardly fits. */
const ATTEMPTS = 2;

/** Near a cusp, where the offset stands still, one smooth curve may not come near enough: then there are two. */
function offsetOver(
  part: Curve,
  from: number,
  to: number,
  by: number,
  tolerance: number,
  degree: number,
  halvings: number,
): Curve {
  const inner = breaksOf(part).flatMap(({ u }) => (u > from && u < to ? [u] : []));
  const [first, last] = domainOf(part);
  const path = {
    pointAt: (t: number) => shifted(part, t, by, t === to ? 'left' : 'right'),
    breaks: [from, ...inner, to],
    closed: part.closing !== 'open' && from === first && to === last,
  };
  const { curve, error } = nearPath(path, tolerance, degree, ATTEMPTS);
  if (error <= tolerance || halvings === 0) return curve;
  const middle = (from + to) / 2;
  const fitOver = (a: number, b: number) => offsetOver(part, a, b, by, tolerance, degree, halvings - 1);
  const both = join(fitOver(from, middle), fitOver(middle, to), tolerance);
  if (!both.ok) return curve;
  return path.closed ? close(both.value, tolerance) : both.value;
}

/** A line or an arc that is one to rounding; a full circle, which has no chord, in halves. */
function exactPiece(part: Curve, from: number, to: number, by: number, tolerance: number): Curve | null {
  const whole = exactOver(part, from, to, by, tolerance);
  if (whole) return whole;
  const middle = (from + to) / 2;
  const first = exactOver(part, from, middle, by, tolerance);
  const second = first && exactOver(part, middle, to, by, tolerance);
  const both = first && second && join(first, second, tolerance);
  if (!both?.ok) return null;
  return part.closing === 'open' ? both.value : close(both.value, tolerance);
}

function exactOver(part: Curve, from: number, to: number, by: number, tolerance: number): Curve | null {
  const exact = exactArc(part, from, to, tolerance);
  if (!exact) return null;
  const [start, end] = [shifted(part, from, by), shifted(part, to, by, 'left')];
  if (exact.arc.kappa === 0) return lineBetween(start, end);
  const [x, y] = centreOf(exact.arc);
  const made = arcAbout([x, y, 0], start, end, [0, 0, Math.sign(exact.arc.turn)]);
  return made.ok ? made.value : null;
}

/** What bridges the gap outside of a kink; null where the pieces cross inside of it. */
function bridgeOver(before: Curve, after: Curve, by: number, corners: 'round' | 'sharp'): Curve | null {
  const [a, b] = [rayAt(before, domainOf(before)[1], 'left'), rayAt(after, domainOf(after)[0], 'right')];
  if (!a || !b) return null;
  const turn = Math.atan2(
    a.normal[0] * b.normal[1] - a.normal[1] * b.normal[0],
    a.normal[0] * b.normal[0] + a.normal[1] * b.normal[1],
  );
  if (!(turn * by < 0)) return null;
  const [start, end] = [shifted(before, domainOf(before)[1], by, 'left'), shifted(after, domainOf(after)[0], by)];
  if (corners === 'round' || 1 / Math.cos(turn / 2) > LONGEST_CORNER) {
    const arc = arcAbout(a.place, start, end, [0, 0, Math.sign(turn)]);
    return arc.ok ? arc.value : null;
  }
  const reach = by / (1 + Math.cos(turn));
  const tip: Vector3 = [
    a.place[0] + reach * (a.normal[0] + b.normal[0]),
    a.place[1] + reach * (a.normal[1] + b.normal[1]),
    0,
  ];
  const legs = polyline(start, [
    { kind: 'line', to: tip },
    { kind: 'line', to: end },
  ]);
  return legs.ok ? legs.value : null;
}
