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
  /**
   * An earlier profile of nearly the same curve, from which spans that are the same are taken: after a move of one
   * control point few are read. The answer is the same with and without it. Proven profiles do without.
   */
  readonly before?: CurvatureProfile;
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

/** What was read in one span. */
interface SpanColumns {
  readonly span: number;
  /** Those that it begins with, and the largest |κ| of them. */
  readonly start: readonly Column[];
  readonly largest: number;
  readonly columns: readonly Column[];
  /** Length in mm from each of them to the next. */
  readonly steps: readonly number[];
  /** They are the same for every coarsest step of κ within these. */
  readonly coarsest: Within;
  /** The columns as they stand in the profile. */
  readonly packed: Pick<CurvatureProfile, 'u' | 'kappa' | 'points' | 'across'>;
}

/** From `least` on and below `most`. */
interface Within {
  least: number;
  most: number;
}

/** How a profile was read, for the next one of nearly the same curve. */
interface Read {
  readonly curve: Curve;
  readonly normal: Vector3 | null;
  readonly tolerance: number;
  readonly intervals: number;
  readonly spans: readonly SpanColumns[];
}

const readBefore = new WeakMap<CurvatureProfile, Read>();

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
  { normal = null, tolerance = 0.01, intervals = START_INTERVALS, proven = true, before }: ProfileOptions = {},
): CurvatureProfile {
  mustBeNormal(normal);
  mustBeAbove0(tolerance, 'tolerance');
  mustBeWhole(intervals, 1, 1000, 'intervals');
  const list = proven ? readings(curve, normal) : null;
  const read = readSpans(
    curve,
    normal,
    tolerance,
    intervals,
    list ?? [],
    (!list && before && readBefore.get(before)) || null,
  );
  const count = read.spans.reduce((sum, { columns }) => sum + columns.length, 0);
  const profile = {
    u: new Float64Array(count),
    s: new Float64Array(count),
    points: new Float64Array(3 * count),
    across: new Float64Array(3 * count),
    kappa: new Float64Array(count),
  };
  const columns: Column[] = [];
  let s = 0;
  for (const { columns: own, steps, packed } of read.spans) {
    const i = columns.length;
    profile.u.set(packed.u, i);
    profile.kappa.set(packed.kappa, i);
    profile.points.set(packed.points, 3 * i);
    profile.across.set(packed.across, 3 * i);
    for (let k = 0; k < own.length; k++) {
      if (k > 0) s += steps[k - 1];
      profile.s[i + k] = s;
      columns.push(own[k]);
    }
  }
  if (list) return { ...profile, length: s, ...provenPlaces(curve, list, normal) };
  const found = { ...profile, length: s, ...placesAmong(curve, columns, profile, normal) };
  readBefore.set(found, read);
  return found;
}

/** Inflections and smallest radius from the samples. */
function placesAmong(
  curve: Curve,
  columns: readonly Column[],
  profile: Pick<CurvatureProfile, 'u' | 's' | 'kappa'>,
  normal: Vector3 | null,
) {
  const count = columns.length;
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
  return { inflections, tightest: tightest < 0 ? null : placeOf(profile, tightest) };
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

function sampleAt(curve: Curve, span: number, u: number, normal: Vector3 | null, turning?: 0): Sample {
  const { kappa, rate } = curvatureIn(curve, span, u, normal);
  const point: Vector3 = [scratch[0], scratch[1], scratch[2]];
  return { u, kappa, rate: turning ?? rate, speed: sizeAt(scratch, 3), point, across: acrossFrom(scratch, normal) };
}

/** Samples of all spans in order, both ends of every span included; spans that are the same as before are not read again. */
function readSpans(
  curve: Curve,
  normal: Vector3 | null,
  tolerance: number,
  intervals: number,
  list: readonly Reading[],
  before: Read | null,
): Read {
  const isAlike =
    before?.tolerance === tolerance && before.intervals === intervals && before.normal?.join() === normal?.join();
  const known = isAlike && before.curve.degree === curve.degree ? before : null;
  let next = 0;
  const starts = spansOf(curve).map((span, i) => {
    const old = known?.spans[i];
    if (old?.span === span && known && isSameSpan(curve, known.curve, span)) return old;
    const from = curve.knots[span];
    const to = curve.knots[span + 1];
    const places = new Set([to]);
    for (let k = 0; k < intervals; k++) places.add(from + ((to - from) * k) / intervals);
    for (; next < list.length && list[next].u <= to; next++) if (list[next].u > from) places.add(list[next].u);
    const start = [...places]
      .sort((a, b) => a - b)
      .map((u): Column => ({ span, sample: sampleAt(curve, span, u, normal) }));
    const largest = start.reduce((most, { sample }) => Math.max(most, Math.abs(sample.kappa)), 0);
    return { span, start, largest };
  });
  const largest = starts.reduce((most, each) => Math.max(most, each.largest), 0);
  // Where κ is small beside the rest, its own share would ask for samples nobody can see; rounding asks for none.
  const coarsest = Math.max(tolerance * 0.02 * largest, straightness(curve));
  const spans = starts.map((each): SpanColumns => {
    if ('columns' in each && coarsest >= each.coarsest.least && coarsest < each.coarsest.most) return each;
    const { span, start } = each;
    const within: Within = { least: 0, most: Infinity };
    const columns = refined(curve, start, normal, tolerance, coarsest, within);
    const steps = columns.slice(1).map(({ sample }, i) => lengthBetween(curve, span, columns[i].sample.u, sample.u));
    return { span, start, largest: each.largest, columns, steps, coarsest: within, packed: packed(columns) };
  });
  return { curve, normal, tolerance, intervals, spans };
}

function packed(columns: readonly Column[]): SpanColumns['packed'] {
  const count = columns.length;
  const [u, kappa] = [new Float64Array(count), new Float64Array(count)];
  const [points, across] = [new Float64Array(3 * count), new Float64Array(3 * count)];
  columns.forEach(({ sample }, i) => {
    u[i] = sample.u;
    kappa[i] = sample.kappa;
    points.set(sample.point, 3 * i);
    across.set(sample.across, 3 * i);
  });
  return { u, kappa, points, across };
}

/** Whether two curves of one degree are the same in a span: by its knots and control points, whatever lies elsewhere. */
function isSameSpan(a: Curve, b: Curve, span: number): boolean {
  const { degree } = a;
  for (let i = span - degree; i <= span + degree + 1; i++) if (a.knots[i] !== b.knots[i]) return false;
  for (let i = 4 * (span - degree); i < 4 * (span + 1); i++) if (a.points[i] !== b.points[i]) return false;
  return true;
}

/** Samples with more of them between, where the curvature bends or the curve turns much. */
function refined(
  curve: Curve,
  start: readonly Column[],
  normal: Vector3 | null,
  tolerance: number,
  coarsest: number,
  within: Within,
): readonly Column[] {
  const columns = [start[0]];
  const refine = (a: Column, b: Column, depth: number): void => {
    const middle = between(curve, a, b, normal, tolerance, coarsest, within);
    if (middle && depth < MAX_HALVINGS) {
      refine(a, middle, depth + 1);
      refine(middle, b, depth + 1);
    } else columns.push(b);
  };
  for (let i = 1; i < start.length; i++) refine(start[i - 1], start[i], 0);
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
  within: Within,
): Column | null {
  const { span } = a;
  if (a.sample.rate * b.sample.rate < 0) {
    const peak = signChange((u) => curvatureIn(curve, span, u, normal).rate, a.sample.u, b.sample.u);
    if (peak <= a.sample.u || peak >= b.sample.u) return null;
    return { span, sample: sampleAt(curve, span, peak, normal, 0) };
  }
  const u = (a.sample.u + b.sample.u) / 2;
  if (u <= a.sample.u || u >= b.sample.u) return null;
  const middle = sampleAt(curve, span, u, normal);
  const nearby = Math.max(Math.abs(a.sample.kappa), Math.abs(b.sample.kappa), Math.abs(middle.kappa));
  const strays = Math.abs(middle.kappa - (a.sample.kappa + b.sample.kappa) / 2);
  const turns = Math.abs(middle.kappa) * middle.speed * (b.sample.u - a.sample.u) > MOST_TURN;
  if (turns) return { span, sample: middle };
  if (strays <= tolerance * nearby) return null;
  if (strays <= coarsest) {
    within.least = Math.max(within.least, strays);
    return null;
  }
  within.most = Math.min(within.most, strays);
  return { span, sample: middle };
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

/** Where the sign changes on the way to a sample, as long as the span stays the same. */
const zeros = new WeakMap<Column, { readonly from: Column; readonly u: number; readonly away: number }>();

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
    let zero = zeros.get(b);
    if (zero?.from !== a) {
      const u = signChange((t) => curvatureIn(curve, a.span, t, normal).kappa, a.sample.u, b.sample.u);
      zeros.set(b, (zero = { from: a, u, away: lengthBetween(curve, a.span, a.sample.u, u) }));
    }
    return { u: zero.u, s: lengths[i] + zero.away, kappa: 0 };
  }
  // A straight stretch, or a knot where the sign jumps: its middle sample stands for it.
  const k = (i + j) >> 1;
  return { u: columns[k].sample.u, s: lengths[k], kappa: 0 };
}
