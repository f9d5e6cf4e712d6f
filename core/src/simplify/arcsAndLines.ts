import type { Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { bestPlane } from '../measure/bestPlane';
import { curvatureAt } from '../measure/curvature';
import { sizeOf } from '../measure/extent';
import { curvatureExtrema, inflections } from '../measure/extrema';
import { kinksOf } from '../measure/kinks';
import { breaksOf } from '../knots/multiplicity';
import { fromPlane } from '../plane/coordinates';
import { heightOf, inAxesOf, type NotFlat } from '../measure/flatten';
import { checkPlane, type Plane } from '../plane/plane';
import { failed, type Result, success } from '../result';
import { mustBeReachable } from '../refuse';
import { centreOf, type Flat, type FlatArc } from './biarc';
import { biarcOver, exactArc, type Stretch } from './biarcOver';
import { chordBound } from './chordBound';
import { longestSteps } from './longestSteps';

/** A straight leg or a circular arc that stands for a stretch of a curve, from parameter `start` to `end`. */
export type Segment = { readonly from: Vector3; readonly to: Vector3; readonly start: number; readonly end: number } & (
  | { readonly kind: 'line' }
  | {
      readonly kind: 'arc';
      readonly centre: Vector3;
      /** In mm. */
      readonly radius: number;
      /** In radians, positive anticlockwise seen against the plane's normal. */
      readonly turn: number;
    }
);

/** A plane curve as arcs and lines: they join smoothly (G1) where the curve does, but their curvature jumps. */
export interface ArcsAndLines {
  readonly segments: readonly Segment[];
  /** The plane of the segments; its normal says which way is anticlockwise. */
  readonly plane: Plane;
  /** No place of either lies further than this from the other, in mm; proven. */
  readonly bound: number;
  readonly arcs: number;
  readonly lines: number;
  /** In mm; Infinity without arcs. */
  readonly smallestRadius: number;
}

/** Why a curve has no lines and arcs: it leaves its plane, or is a point. */
export type NoSegments = NotFlat | { readonly kind: 'point' };

/** A curve may leave its plane by this share of the tolerance. */
const FLATNESS = 0.1;
/** Segments shorter than this share of the size lead nowhere. */
const ROUNDING = 1e-12;
/** Curvatures differing by less than this share are one where two stretches meet. */
const SAME_CURVATURE = 1e-6;

/**
 * A plane curve as circular arcs and straight lines within `tolerance` mm, proven, with as few as longest biarcs make
 * (Bolton, Biarc curves, CAD 1975; Meek, Walton, Approximating smooth planar curves by arc splines, 1995). Stretches
 * that are lines and arcs to rounding are kept as they are, whole; kinks, jumps of curvature and inflections stay where
 * they are. In space, where it fails, a polyline serves. Arcs that rise over their chord by less than a tenth of the
 * tolerance become lines. Rational curves too.
 */
export function arcsAndLines(curve: Curve, tolerance: number, plane?: Plane): Result<ArcsAndLines, NoSegments> {
  mustBeReachable(tolerance, sizeOf(curve));
  if (plane) checkPlane(plane);
  const best = plane ?? bestPlane(curve).plane;
  const flat = inAxesOf(best, curve);
  const height = heightOf(flat);
  if (!(height <= FLATNESS * tolerance)) return failed({ kind: 'not-flat', height });

  const room = Math.sqrt(tolerance * tolerance - height * height);
  const stops = stopsOf(flat);
  const found: Found[] = [];
  for (let i = 0; i + 1 < stops.length; i++) found.push(...segmentsOf(flat, stops[i], stops[i + 1], room));
  const size = sizeOf(flat);
  const merged = mergedOf(found).filter((part) => lengthOf(part) > ROUNDING * size);
  if (merged.length === 0) return failed({ kind: 'point' });
  const segments = merged.map((part) => segmentIn(best, part));
  const radii = segments.flatMap((segment) => (segment.kind === 'arc' ? [segment.radius] : []));
  return success({
    segments,
    plane: best,
    bound: Math.hypot(
      merged.reduce((most, { bound }) => Math.max(most, bound), 0),
      height,
    ),
    arcs: radii.length,
    lines: segments.length - radii.length,
    smallestRadius: radii.reduce((least, radius) => Math.min(least, radius), Infinity),
  });
}

interface Found {
  readonly arc: FlatArc;
  readonly straight: boolean;
  readonly start: number;
  readonly end: number;
  readonly bound: number;
}

/** Where segments must end: the ends, kinks, jumps of curvature and inflections. */
function stopsOf(flat: Curve): number[] {
  const [first, last] = domainOf(flat);
  const stops = new Set([first, last]);
  for (const { u } of kinksOf(flat)) stops.add(u);
  const up: Vector3 = [0, 0, 1];
  for (const { u } of inflections(flat, up)) stops.add(u);
  for (const { u } of breaksOf(flat)) {
    if (u === first || u === last) continue;
    const [before, after] = (['left', 'right'] as const).map((side) => curvatureAt(flat, u, up, side));
    const largest = Math.max(Math.abs(before.kappa), Math.abs(after.kappa));
    if (Math.abs(before.kappa - after.kappa) > SAME_CURVATURE * largest) stops.add(u);
  }
  return [...stops].sort((a, b) => a - b);
}

/** The longest biarcs along a stretch, once across its curvature extrema and once from one to the next: the fewer. */
function segmentsOf(flat: Curve, from: number, to: number, tolerance: number): Found[] {
  const exact = exactParts(flat, from, to, tolerance);
  if (exact) return exact;
  const inner = curvatureExtrema(flat, [0, 0, 1]).flatMap(({ u }) => (u > from && u < to ? [u] : []));
  const across = between(flat, [from, to], tolerance);
  if (inner.length === 0) return across;
  const split = between(flat, [from, ...inner, to], tolerance);
  return split.length <= across.length ? split : across;
}

function between(flat: Curve, stops: readonly number[], tolerance: number): Found[] {
  return stops.slice(1).flatMap((to, i) => {
    const from = stops[i];
    const fits = (limit: number) => (a: number, b: number) =>
      biarcOver(flat, a, b, limit, false) !== null || chordBound(flat, a, b, limit) <= limit;
    const ends = longestSteps(from, to, (to - from) / 4, tolerance, fits, false);
    return ends.flatMap((end, k) => {
      const start = k === 0 ? from : ends[k - 1];
      const made = biarcOver(flat, start, end, tolerance);
      return made ? made.map((stretch) => lineIfFlat(stretch, tolerance)) : chordOf(flat, start, end, tolerance);
    });
  });
}

/** A stretch that is a line or an arc to rounding; a full circle has no chord, and is looked at by halves. */
function exactParts(flat: Curve, from: number, to: number, tolerance: number): Found[] | null {
  const whole = exactArc(flat, from, to, tolerance);
  if (whole) return [exactFound(whole, from, to)];
  const middle = (from + to) / 2;
  const halves = [exactArc(flat, from, middle, tolerance), exactArc(flat, middle, to, tolerance)];
  const [first, second] = halves;
  return first && second ? [exactFound(first, from, middle), exactFound(second, middle, to)] : null;
}

function exactFound({ arc, bound }: Stretch, start: number, end: number): Found {
  // It rises over its chord by an eighth of its turn, as a share of its length: by rounding, and its centre is nowhere.
  const straight = Math.abs(arc.turn) < NO_TURN;
  const rise = straight ? (Math.abs(arc.turn) / 8) * lengthOf({ arc, straight }) : 0;
  return { arc, straight, start, end, bound: bound + rise };
}

const NO_TURN = 1e-9;

const lengthOf = ({ arc: { from, to, kappa, turn }, straight }: Pick<Found, 'arc' | 'straight'>): number =>
  straight ? Math.hypot(to[0] - from[0], to[1] - from[1]) : Math.abs(turn / kappa);

/** An arc that hardly rises over its chord becomes a line, where the tolerance leaves room for that. */
function lineIfFlat({ arc, start, end, bound }: Stretch, tolerance: number): Found {
  const rise = arc.kappa === 0 ? 0 : (1 - Math.cos(arc.turn / 2)) / Math.abs(arc.kappa);
  const straight = rise <= FLATNESS * tolerance && bound + rise <= tolerance;
  return { arc, straight, start, end, bound: straight ? bound + rise : bound };
}

/**
 * Where a stretch has no tangents to go by, as around a standstill, its chord does; of a stretch home again, nothing.
 */
function chordOf(flat: Curve, start: number, end: number, tolerance: number): Found[] {
  const [[ax, ay], [bx, by]] = [start, end].map((u) => evaluate(flat, u));
  const size = Math.hypot(bx - ax, by - ay);
  if (!(size > 0)) return [];
  const along: Flat = [(bx - ax) / size, (by - ay) / size];
  const arc: FlatArc = { from: [ax, ay], to: [bx, by], tangents: [along, along], kappa: 0, turn: 0 };
  return [{ arc, straight: true, start, end, bound: chordBound(flat, start, end, tolerance) }];
}

/** Neighbours on one circle are one segment. */
function mergedOf(found: readonly Found[]): Found[] {
  const out: Found[] = [];
  for (const next of found) {
    const last = out[out.length - 1];
    const one = last && oneOf(last, next);
    if (one) out[out.length - 1] = one;
    else out.push(next);
  }
  return out;
}

const SAME_CIRCLE = 1e-9;

function oneOf(a: Found, b: Found): Found | null {
  if (a.straight || b.straight || a.end !== b.start) return null;
  const [ka, kb] = [a.arc.kappa, b.arc.kappa];
  const turn = a.arc.turn + b.arc.turn;
  if (Math.abs(ka - kb) > SAME_CIRCLE * Math.abs(ka) || Math.abs(turn) > 2 * Math.PI * (1 + SAME_CIRCLE)) return null;
  const [ca, cb] = [centreOf(a.arc), centreOf(b.arc)];
  const apart = Math.hypot(ca[0] - cb[0], ca[1] - cb[1]);
  if (apart * Math.abs(ka) > SAME_CIRCLE) return null;
  const arc: FlatArc = {
    from: a.arc.from,
    to: b.arc.to,
    tangents: [a.arc.tangents[0], b.arc.tangents[1]],
    kappa: ka,
    turn,
  };
  return { arc, straight: false, start: a.start, end: b.end, bound: Math.max(a.bound, b.bound) + 2 * apart };
}

function segmentIn(plane: Plane, { arc, straight, start, end }: Found): Segment {
  const place = ([x, y]: readonly [number, number]) => fromPlane(plane, [x, y, 0]);
  const ends = { from: place(arc.from), to: place(arc.to), start, end };
  if (straight) return { kind: 'line', ...ends };
  return { kind: 'arc', ...ends, centre: place(centreOf(arc)), radius: 1 / Math.abs(arc.kappa), turn: arc.turn };
}
