import { add, angleBetween, distance, dot, length, negate, subtract, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { type Break, breaksOf } from '../knots/multiplicity';
import { toKnot } from '../knots/sameKnot';
import { mustBeAbove0, mustBeOneOf } from '../refuse';
import { arcLength } from './arcLength';
import type { End } from './ends';
import { sizeOf } from './extent';
import { frameAt } from './frame';
import { checkJet, type Jet } from './jet';
import { standsStill } from './standstill';

/** How exact a meeting has to be to count as of a level. Engineering choices, not theory. */
export interface ContinuityThresholds {
  /** mm. */
  readonly gap: number;
  /** Radians. */
  readonly angle: number;
  /** Shares of the larger curvature and of the larger rate. */
  readonly curvature: number;
  readonly rate: number;
}

export interface ContinuityOptions extends Partial<ContinuityThresholds> {
  /** The length ℓ in mm at which differences may part the curves by `gap`; derived from their lengths when left out. */
  readonly reach?: number;
}

/** 0.001 mm, 0.05°, 1 %, 5 %. */
export const CONTINUITY_THRESHOLDS: ContinuityThresholds = {
  gap: 0.001,
  angle: (0.05 * Math.PI) / 180,
  curvature: 0.01,
  rate: 0.05,
};

/** What one of two curves that meet has there, run through in the direction in which the meeting is passed. */
export interface MeetingSide {
  readonly point: Vector3;
  /** Unit tangent; null where the curve stands still, and then everything after it is 0. */
  readonly tangent: Vector3 | null;
  /** K in 1/mm, its size, and the rate vector e in 1/mm². */
  readonly curvature: Vector3;
  readonly kappa: number;
  readonly rate: Vector3;
  /** dκ/ds in 1/mm². */
  readonly kappaRate: number;
}

export interface Continuity {
  readonly before: MeetingSide;
  readonly after: MeetingSide;
  /** −1 where there is a gap, else the highest level Gn, up to 3, that holds with all below it. */
  readonly level: -1 | 0 | 1 | 2 | 3;
  /** mm. */
  readonly gap: number;
  /** Between the tangents, in radians; null where a curve stands still. */
  readonly angle: number | null;
  /** |K₁ − K₂| in 1/mm and as a share of the larger. */
  readonly curvature: Residual;
  /** Between the curvature vectors, in radians; null where one of them is too small to have a plane. */
  readonly planes: number | null;
  /** |e₁ − e₂| in 1/mm² and as a share of the larger. */
  readonly rate: Residual;
  /** The length in mm that the floors of curvature and rate are derived from. */
  readonly reach: number;
}

export interface Residual {
  readonly difference: number;
  readonly share: number;
  /** What differs by no more parts the curves by less than the gap allowed. */
  readonly floor: number;
}

/**
 * How the end of one curve meets the end of another: gap, angle, curvature and rate as vectors, and the level reached.
 * The second goes on from the first.
 *
 * G1 to G3 by the tangent, K = d²r/ds² and e, the part of d³r/ds³ across the curve (Barsky, DeRose, Geometric
 * continuity of parametric curves, IEEE CG&A 1989). Differences of curvature (rate) up to 2τ/ℓ² (6τ/ℓ³) count as none:
 * they part the curves by τ at the distance ℓ, a tenth of the shorter one within 1 to 100 mm. Throws a RangeError for
 * thresholds that are not above 0.
 */
export function continuityOfEnds(
  first: Curve,
  firstEnd: End,
  second: Curve,
  secondEnd: End,
  options: ContinuityOptions = {},
): Continuity {
  mustBeOneOf(firstEnd, ['start', 'end'], 'firstEnd');
  mustBeOneOf(secondEnd, ['start', 'end'], 'secondEnd');
  const before = sideAtEnd(first, firstEnd, firstEnd === 'start');
  const after = sideAtEnd(second, secondEnd, secondEnd === 'end');
  return compared(before, after, options, first, second);
}

/**
 * How the end of a follower meets a leader at an inner place u. The leader's side is the one that the follower
 * continues: the left where it leaves along the leader's direction, else the right one, run backwards.
 */
export function continuityInside(
  leader: Curve,
  u: number,
  follower: Curve,
  end: End,
  options: ContinuityOptions = {},
): Continuity {
  mustBeOneOf(end, ['start', 'end'], 'end');
  const place = toKnot(leader, u);
  const after = sideAtEnd(follower, end, end === 'end');
  const ahead = frameAt(leader, place, 'left')?.tangent;
  const turned = Boolean(
    ahead && after.tangent && length(add(ahead, after.tangent)) < length(subtract(ahead, after.tangent)),
  );
  const before = sideAt(leader, place, turned ? 'right' : 'left', turned);
  return compared(before, after, options, leader, follower);
}

/** How the end of a curve goes on from what a leader hands on, which runs into it. */
export function continuityFromJet(jet: Jet, curve: Curve, end: End, options: ContinuityOptions = {}): Continuity {
  checkJet(jet, 'jet');
  mustBeOneOf(end, ['start', 'end'], 'end');
  const kappa = length(jet.curvature);
  // Along the curvature vector the rate says how its size grows.
  const kappaRate = kappa > 0 ? dot(jet.rate, jet.curvature) / kappa : length(jet.rate);
  const before = { ...jet, kappa, kappaRate };
  return compared(before, sideAtEnd(curve, end, end === 'end'), options, curve);
}

/** How a curve goes on over one of its knots, or of a closed curve over its seam (either end of the domain). */
export function continuityAtKnot(curve: Curve, u: number, options: ContinuityOptions = {}): Continuity {
  const [first, last] = domainOf(curve);
  const place = toKnot(curve, u);
  const isEnd = place === first || place === last;
  const isSeam = isEnd && curve.closing !== 'open';
  if (isEnd && !isSeam) {
    throw new RangeError(`u: a place inside the curve is needed, not its end at ${u}`);
  }
  const before = sideAt(curve, isSeam ? last : place, 'left', false);
  const after = sideAt(curve, isSeam ? first : place, 'right', false);
  return compared(before, after, options, curve, curve);
}

/** The same for every inner knot of a curve, in order; of a closed one the seam first. */
export function continuityAtKnots(curve: Curve, options: ContinuityOptions = {}): KnotContinuity[] {
  return atKnots(curve, passedKnots(curve), options);
}

/**
 * The same for the knots over which a curve goes on with a lower level than `below`. At a knot it has degree minus
 * multiplicity continuous derivatives (Piegl, Tiller, The NURBS Book, 2.2), and where it does not stand still as many
 * levels: knots of which that is enough are not measured.
 */
export function knotsBelow(curve: Curve, below: number, options: ContinuityOptions = {}): KnotContinuity[] {
  const [first] = domainOf(curve);
  const isSmooth = ({ u, multiplicity }: Break) =>
    curve.degree - multiplicity >= below &&
    (u !== first || curve.closing === 'periodic') &&
    !standsStill(curve, derivatives(curve, u, 1));
  const rough = passedKnots(curve).filter((knot) => !isSmooth(knot));
  return atKnots(curve, rough, options).filter(({ level }) => level < below);
}

type KnotContinuity = Continuity & { readonly u: number };

function passedKnots(curve: Curve): Break[] {
  const [first, last] = domainOf(curve);
  return breaksOf(curve).filter(({ u }) => u !== last && (u !== first || curve.closing !== 'open'));
}

function atKnots(curve: Curve, knots: readonly Break[], options: ContinuityOptions): KnotContinuity[] {
  if (knots.length === 0) return [];
  const reach = reachOf(curve);
  return knots.map(({ u }) => ({ u, ...continuityAtKnot(curve, u, { reach, ...options }) }));
}

const SHORTEST_REACH = 1;
const LONGEST_REACH = 100;
const SHARE_OF_LENGTH = 0.1;
/** Lengths are needed no better than this share of them. */
const ROUGHLY = 1e-3;

/** ℓ: a tenth of the shorter curve, within 1 to 100 mm. */
function reachOf(...curves: readonly Curve[]): number {
  const shortest = Math.min(...new Set(curves.map(lengthOf)));
  return Math.min(LONGEST_REACH, Math.max(SHORTEST_REACH, SHARE_OF_LENGTH * shortest));
}

function lengthOf(curve: Curve): number {
  const tolerance = ROUGHLY * sizeOf(curve);
  return tolerance > 0 ? arcLength(curve, tolerance).total : 0;
}

const NONE: Vector3 = [0, 0, 0];

const sideAtEnd = (curve: Curve, end: End, turned: boolean): MeetingSide => {
  const [first, last] = domainOf(curve);
  return end === 'start' ? sideAt(curve, first, 'right', turned) : sideAt(curve, last, 'left', turned);
};

/** `turned`: run through backwards, which turns the tangent and the rate, and leaves the curvature vector. */
function sideAt(curve: Curve, u: number, side: 'left' | 'right', turned: boolean): MeetingSide {
  const frame = frameAt(curve, u, side);
  if (!frame) {
    return { point: evaluate(curve, u), tangent: null, curvature: NONE, kappa: 0, rate: NONE, kappaRate: 0 };
  }
  const { point, tangent, curvature, kappa, rate, kappaRate } = frame;
  if (!turned) return { point, tangent, curvature, kappa, rate, kappaRate };
  return { point, tangent: negate(tangent), curvature, kappa, rate: negate(rate), kappaRate: 0 - kappaRate };
}

function compared(
  before: MeetingSide,
  after: MeetingSide,
  { reach = NaN, ...options }: ContinuityOptions,
  ...curves: readonly Curve[]
): Continuity {
  const allowed = { ...CONTINUITY_THRESHOLDS, ...options };
  mustBeAbove0(allowed.gap, 'gap');
  mustBeAbove0(allowed.angle, 'tangent angle');
  mustBeAbove0(allowed.curvature, 'share of curvature');
  mustBeAbove0(allowed.rate, 'share of rate');
  const far = Number.isNaN(reach) ? reachOf(...curves) : reach;
  mustBeAbove0(far, 'reach');
  const gap = distance(before.point, after.point);
  const angle = before.tangent && after.tangent && angleBetween(before.tangent, after.tangent);
  const residual = (a: Vector3, b: Vector3, floor: number): Residual => {
    const difference = distance(a, b);
    return { difference, share: difference > 0 ? difference / Math.max(length(a), length(b)) : 0, floor };
  };
  const curvature = residual(before.curvature, after.curvature, (2 * allowed.gap) / far ** 2);
  const rate = residual(before.rate, after.rate, (6 * allowed.gap) / far ** 3);
  const holds = ({ difference, share, floor }: Residual, most: number) => share <= most || difference <= floor;
  const levels = [
    gap <= allowed.gap,
    angle !== null && angle <= allowed.angle,
    holds(curvature, allowed.curvature),
    holds(rate, allowed.rate),
  ];
  const failing = levels.indexOf(false);
  const isFlat = Math.min(before.kappa, after.kappa) <= curvature.floor;
  return {
    before,
    after,
    level: ((failing < 0 ? levels.length : failing) - 1) as Continuity['level'],
    gap,
    angle,
    curvature,
    planes: isFlat || angle === null ? null : angleBetween(before.curvature, after.curvature),
    rate,
    reach: far,
  };
}
