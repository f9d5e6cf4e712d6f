import { cross, length, scale, sizeAt, type Vector3 } from '../linear/vector';
import { controlPointsOf, type Curve, domainOf, spansOf } from '../curve/curve';
import { derivativesInSpan } from '../curve/evaluate';
import { signChange } from '../linear/signChange';
import { arcLength, lengthAt } from './arcLength';
import { type Curvature, curvatureFrom } from './curvature';
import { type CurvaturePlace, inflectionsAmong, type Reading, readings, tightestOf } from './extrema';
import { integrate } from '../linear/gaussLegendre';
import { mustBeAbove0, mustBeFinite, mustBeNormal, mustBeWhole } from '../refuse';

/** Curvature below this, times the size, is none. */
const STRAIGHT = 1e-10;

/** A curve's curvature read off at many places, as packed columns of equal length, in the order of the curve. */
export interface CurvatureProfile {
  /** Parameter; every inner knot stands twice, once for each side. */
  readonly u: Float64Array;
  /** Length from the start in mm. */
  readonly s: Float64Array;
  /** Place in mm, x y z. */
  readonly points: Float64Array;
  /** Unit vector across the curve, x y z: towards the centre of a left turn in the plane; in space, of the turn. */
  readonly across: Float64Array;
  /** Curvature in 1/mm, signed when a plane's normal was given. */
  readonly kappa: Float64Array;
  /** Length of the whole curve in mm. */
  readonly length: number;
  /** Places where the curvature changes its sign; empty in space, where it has none. */
  readonly inflections: readonly Place[];
  /** The place of the largest |κ|; null when the curve is straight. */
  readonly tightest: Place | null;
}

export interface Place {
  readonly u: number;
  readonly s: number;
  readonly kappa: number;
}

export interface ProfileOptions {
  /** Unit normal of the plane the curve lies along: gives curvature its sign. */
  readonly normal?: Vector3 | null;
  /** Between samples κ strays from a straight line by at most this share of its largest value nearby. */
  readonly tolerance?: number;
  /** Intervals that every span starts with, 8 when left out; fewer are quicker and may miss a narrow peak. */
  readonly intervals?: number;
  /**
   * Whether samples stand at the proven extrema (`curvatureExtrema`), and inflections and smallest radius are proven
   * too: true when left out. Without, as while a curve is dragged, a peak between two samples may be missed if two share
   * one interval.
   */
  readonly proven?: boolean;
}

interface Sample {
  readonly u: number;
  readonly kappa: number;
  readonly rate: number;
  /** |r'| in mm per unit of the parameter. */
  readonly speed: number;
  readonly point: Vector3;
  readonly across: Vector3;
}

/** A sample with the span it was read in: at a knot the two sides differ. */
interface Column {
  readonly span: number;
  readonly sample: Sample;
}

/** Every span starts with this many intervals unless told otherwise; degree 3 has at most 5 curvature extrema in one. */
const START_INTERVALS = 8;
const MAX_HALVINGS = 12;

/** Between samples the curve turns by no more than this, in radians: a comb drawn from them looks round. */
const MOST_TURN = 0.06;

const scratch = new Float64Array(12);

/**
 * Reads curvature along the whole curve, densely where it changes fast.
 *
 * Each span is read from inside, so jumps at knots show. Intervals are halved until κ is straight between samples within
 * `tolerance` and the curve turns little. The proven extrema are samples, so no peak is missed however narrow it is;
 * without them every change of sign of dκ/ds between samples is polished to an extremum and kept as one.
 * Lengths are Gauss-Legendre sums over the sampling intervals.
 */
export function curvatureProfile(
  curve: Curve,
  { normal = null, tolerance = 0.01, intervals = START_INTERVALS, proven = true }: ProfileOptions = {},
): CurvatureProfile {
  mustBeNormal(normal);
  mustBeAbove0(tolerance, 'tolerance');
  mustBeWhole(intervals, 1, 1000, 'intervals');
  const list = proven ? readings(curve, normal) : null;
  const columns = sampleSpans(curve, normal, tolerance, intervals, list ?? []);
  const count = columns.length;
  const profile = {
    u: new Float64Array(count),
    s: new Float64Array(count),
    points: new Float64Array(3 * count),
    across: new Float64Array(3 * count),
    kappa: new Float64Array(count),
  };
  let s = 0;
  columns.forEach(({ span, sample }, i) => {
    if (i > 0 && columns[i - 1].span === span) s += lengthBetween(curve, span, columns[i - 1].sample.u, sample.u);
    profile.u[i] = sample.u;
    profile.s[i] = s;
    profile.kappa[i] = sample.kappa;
    profile.points.set(sample.point, 3 * i);
    profile.across.set(sample.across, 3 * i);
  });
  if (list) return { ...profile, length: s, ...provenPlaces(curve, list, normal) };

  const inflections: Place[] = [];
  let tightest = -1;
  let firstSigned = -1;
  let lastSigned = -1;
  const floor = straightness(curve);
  for (let i = 0; i < count; i++) {
    const kappa = profile.kappa[i];
    if (Math.abs(kappa) <= floor) continue;
    if (tightest < 0 || Math.abs(kappa) > Math.abs(profile.kappa[tightest])) tightest = i;
    if (!normal) continue;
    if (lastSigned < 0) firstSigned = i;
    else if (profile.kappa[lastSigned] > 0 !== kappa > 0) {
      inflections.push(inflectionBetween(curve, columns, profile.s, lastSigned, i, normal));
    }
    lastSigned = i;
  }
  // A closed curve can also change sides exactly at its seam.
  if (curve.closing === 'periodic' && lastSigned >= 0) {
    if (profile.kappa[firstSigned] > 0 !== profile.kappa[lastSigned] > 0) {
      inflections.unshift({ u: domainOf(curve)[0], s: 0, kappa: 0 });
    }
  }
  return { ...profile, length: s, inflections, tightest: tightest < 0 ? null : placeOf(profile, tightest) };
}

/** Inflections and smallest radius from proven readings. */
function provenPlaces(curve: Curve, list: readonly Reading[], normal: Vector3 | null) {
  const measured = arcLength(curve);
  const place = ({ u, kappa }: CurvaturePlace): Place => ({ u, s: lengthAt(measured, u), kappa });
  const tightest = tightestOf(list);
  return {
    inflections: normal ? inflectionsAmong(curve, list, normal).map(place) : [],
    tightest: tightest && place(tightest),
  };
}

/** Radius in mm of a curvature; Infinity when straight. Throws a RangeError for one that is not finite. */
export function radiusOf(kappa: number): number {
  mustBeFinite(kappa, 'kappa');
  return kappa === 0 ? Infinity : 1 / Math.abs(kappa);
}

function curvatureIn(curve: Curve, span: number, u: number, normal: Vector3 | null): Curvature {
  derivativesInSpan(curve, span, u, 3, scratch);
  return curvatureFrom(scratch, normal);
}

function sampleAt(curve: Curve, span: number, u: number, normal: Vector3 | null): Sample {
  const { kappa, rate } = curvatureIn(curve, span, u, normal);
  const point: Vector3 = [scratch[0], scratch[1], scratch[2]];
  return { u, kappa, rate, speed: sizeAt(scratch, 3), point, across: acrossFrom(scratch, normal) };
}

/** Samples of all spans in order, both ends of every span included. */
function sampleSpans(
  curve: Curve,
  normal: Vector3 | null,
  tolerance: number,
  intervals: number,
  list: readonly Reading[],
): Column[] {
  let next = 0;
  const start = spansOf(curve).map((span) => {
    const from = curve.knots[span];
    const to = curve.knots[span + 1];
    const places = new Set([to]);
    for (let i = 0; i < intervals; i++) places.add(from + ((to - from) * i) / intervals);
    for (; next < list.length && list[next].u <= to; next++) if (list[next].u > from) places.add(list[next].u);
    return [...places].sort((a, b) => a - b).map((u): Column => ({ span, sample: sampleAt(curve, span, u, normal) }));
  });
  const largest = start.flat().reduce((most, { sample }) => Math.max(most, Math.abs(sample.kappa)), 0);
  // Where κ is small beside the rest, its own share would ask for samples nobody can see; rounding asks for none.
  const coarsest = Math.max(tolerance * 0.02 * largest, straightness(curve));

  const columns: Column[] = [];
  const refine = (a: Column, b: Column, depth: number): void => {
    const middle = between(curve, a, b, normal, tolerance, coarsest);
    if (middle && depth < MAX_HALVINGS) {
      refine(a, middle, depth + 1);
      refine(middle, b, depth + 1);
    } else columns.push(b);
  };
  for (const samples of start) {
    columns.push(samples[0]);
    for (let i = 1; i < samples.length; i++) refine(samples[i - 1], samples[i], 0);
  }
  return columns;
}

/** The sample an interval still needs: its curvature extremum, or its middle when κ bends; null when it is fine. */
function between(
  curve: Curve,
  a: Column,
  b: Column,
  normal: Vector3 | null,
  tolerance: number,
  coarsest: number,
): Column | null {
  const { span } = a;
  if (a.sample.rate * b.sample.rate < 0) {
    const peak = signChange((u) => curvatureIn(curve, span, u, normal).rate, a.sample.u, b.sample.u);
    if (peak <= a.sample.u || peak >= b.sample.u) return null;
    return { span, sample: { ...sampleAt(curve, span, peak, normal), rate: 0 } };
  }
  const u = (a.sample.u + b.sample.u) / 2;
  if (u <= a.sample.u || u >= b.sample.u) return null;
  const middle = sampleAt(curve, span, u, normal);
  const nearby = Math.max(Math.abs(a.sample.kappa), Math.abs(b.sample.kappa), Math.abs(middle.kappa));
  const strays = Math.abs(middle.kappa - (a.sample.kappa + b.sample.kappa) / 2);
  const turns = Math.abs(middle.kappa) * middle.speed * (b.sample.u - a.sample.u) > MOST_TURN;
  return turns || strays > Math.max(tolerance * nearby, coarsest) ? { span, sample: middle } : null;
}

/**
 * |κ| in 1/mm that rounding alone can make: against the curve's size it turns less than anybody can see, and second
 * derivatives carry the rounding of the coordinates, the more the shorter the spans.
 */
function straightness(curve: Curve): number {
  const points = controlPointsOf(curve);
  let size = 0;
  let farthest = 0;
  for (let i = 0; i < points.length; i++) {
    farthest = Math.max(farthest, Math.abs(points[i]));
    if (i >= 3) size += Math.abs(points[i] - points[i - 3]);
  }
  if (size === 0) return Infinity;
  const spans = spansOf(curve).length;
  return STRAIGHT / size + (100 * Number.EPSILON * farthest * spans * spans) / (size * size);
}

function lengthBetween(curve: Curve, span: number, a: number, b: number): number {
  const speed = (u: number) => {
    derivativesInSpan(curve, span, u, 1, scratch);
    return sizeAt(scratch, 3);
  };
  return integrate(speed, a, b);
}

/** Unit vector across the curve from derivatives 1 and 2 in `d`; zero where the curve stands still or has no side. */
function acrossFrom(d: Float64Array, normal: Vector3 | null): Vector3 {
  const tangent: Vector3 = [d[3], d[4], d[5]];
  const turn = normal ?? cross(tangent, [d[6], d[7], d[8]]);
  const side = cross(turn, tangent);
  const size = length(side);
  return size > 0 ? scale(side, 1 / size) : [0, 0, 0];
}

const placeOf = (profile: { u: Float64Array; s: Float64Array; kappa: Float64Array }, i: number): Place => ({
  u: profile.u[i],
  s: profile.s[i],
  kappa: profile.kappa[i],
});

/** The sign changes from sample i to sample j: inside their span, at a knot's jump, or across a straight stretch. */
function inflectionBetween(
  curve: Curve,
  columns: readonly Column[],
  lengths: Float64Array,
  i: number,
  j: number,
  normal: Vector3,
): Place {
  const a = columns[i];
  const b = columns[j];
  if (a.span === b.span && j === i + 1) {
    const u = signChange((t) => curvatureIn(curve, a.span, t, normal).kappa, a.sample.u, b.sample.u);
    return { u, s: lengths[i] + lengthBetween(curve, a.span, a.sample.u, u), kappa: 0 };
  }
  // A straight stretch, or a knot where the sign jumps: its middle sample stands for it.
  const k = (i + j) >> 1;
  return { u: columns[k].sample.u, s: lengths[k], kappa: 0 };
}
