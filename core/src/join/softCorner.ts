import { angleBetween, length, negate, type Vector3 } from '../linear/vector';
import { gaussRule } from '../linear/gaussLegendre';
import { leastBetween } from '../linear/goldenSection';
import { signChange } from '../linear/signChange';
import type { Curve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { type ArcLength, arcLength, lengthAt, parameterAt } from '../measure/arcLength';
import { closestPoint } from '../measure/closestPoint';
import { curvatureAt } from '../measure/curvature';
import { variationBy } from '../measure/energies';
import { smallestRadius } from '../measure/extrema';
import { type Jet, jetAt } from '../measure/jet';
import { FRONT, normalOf, type Plane } from '../plane/plane';
import { mustBeAbove0, mustBeWhole } from '../refuse';
import { failed, type Result, success } from '../result';
import { cornerBetween, type CornerFailure, type CornerOptions, type KeptEnd } from '../shape/corner';
import { type CutCorner, keptParts } from '../shape/fillet';
import { BlendForm } from './blend';

/** How large a soft corner is asked for, in mm: where it starts on each leg, its smallest radius, or how far it stays off the corner. */
export type CornerSize =
  | { readonly setback: number }
  | { readonly setbacks: readonly [first: number, second: number] }
  | { readonly radius: number }
  | { readonly distance: number };

/** The level at both legs; 4 against straight legs only. */
export type CornerLevel = 1 | 2 | 3 | 4;

export interface SoftCornerOptions extends CornerOptions {
  /** 2 when left out. */
  readonly level?: CornerLevel;
  readonly size: CornerSize;
  /** The second setback over the first, where one number sizes both; 1 when left out. */
  readonly ratio?: number;
  /** How near to the corner the innermost points lie, as a share of the setback; the fairest when left out. */
  readonly fullness?: number;
  /** How much of each leg may be used, in mm from the corner; all of it when left out. */
  readonly room?: readonly [first: number, second: number];
}

export interface SoftCorner extends CutCorner {
  /** From the corner along the legs, in mm, as they are used. */
  readonly setbacks: readonly [first: number, second: number];
  readonly fullness: number;
  readonly smallestRadius: number;
  /** From the corner to the curve, in mm. */
  readonly distance: number;
  /** Where less than what was asked is used, since a leg is too short. */
  readonly short: ShortLeg | null;
}

export interface ShortLeg {
  readonly leg: 'first' | 'second';
  /** How many mm are missing; null where only longer legs, which there are none of, could tell. */
  readonly by: number | null;
}

export type SoftCornerFailure =
  | CornerFailure
  /** Both sides run on in one direction, or straight back. */
  | { readonly kind: 'no-turn' }
  /** A fourth derivative is matched against straight legs only. */
  | { readonly kind: 'legs-not-straight' }
  /** A leg has no length, or stands still where the corner starts. */
  | { readonly kind: 'no-leg'; readonly leg: 'first' | 'second' };

/** Turns below this many radians, or as near to straight back, are none. */
const LEAST_TURN = 1e-3;
/** A leg keeps this share of its length. */
const LEAST_LEFT = 1e-3;
/** A bracket grows by this factor. */
const WIDER = 1.5;
const MOST_WIDENINGS = 40;

/**
 * A corner between two plane curves, softened: points in line on each leg, level + 1 of them, make one Bézier curve of
 * degree 2 level + 1 that leaves both with that level; the legs are cut back to it. Its end derivatives are those of the
 * legs with b = c = 0 and |r'| = a = (2n − 1) L (1 − q) / (n − 1), for n points, the setback L along the leg and the
 * fullness q: on straight legs the points stand evenly from L to qL off the corner.
 *
 * A radius or a distance is met by the setback, which grows with both. A leg that is too short is used up and said.
 */
export function softCorner(
  first: Curve,
  second: Curve,
  plane: Plane,
  options: SoftCornerOptions,
): Result<SoftCorner, SoftCornerFailure> {
  const { level = 2, size, ratio = 1, fullness: given, room } = options;
  checkOptions(options, level, ratio);
  const corner = cornerBetween(first, second, plane, options);
  if (!corner.ok) return corner;
  const { u, v, keep } = corner.value;
  const legs = [new Leg(first, u, keep[0]), new Leg(second, v, keep[1])] as const;
  const names = ['first', 'second'] as const;
  for (const [i, leg] of legs.entries()) {
    if (!leg.towards || !(leg.length > 0)) return failed({ kind: 'no-leg', leg: names[i] });
  }
  const turn = angleBetween(legs[0].towards ?? [0, 0, 0], negate(legs[1].towards ?? [0, 0, 0]));
  if (!(turn > LEAST_TURN && turn < Math.PI - LEAST_TURN)) return failed({ kind: 'no-turn' });
  const fullness = given ?? fairestFullness(level, turn);
  const rooms = legs.map((leg, i) => Math.min(leg.length * (1 - LEAST_LEFT), room?.[i] ?? Infinity)) as [
    number,
    number,
  ];
  const form = new CornerForm(legs, level, fullness);
  const isLevel4 = level === 4;
  const asked = askedSetbacks(form, size, ratio, rooms, plane, isLevel4);
  if (!asked) return failed({ kind: 'legs-not-straight' });
  // Both give way together, so that their ratio stays.
  const share = Math.min(1, ...asked.setbacks.map((setback, i) => rooms[i] / setback));
  const setbacks = asked.setbacks.map((setback, i) => Math.min(rooms[i], setback * share)) as [number, number];
  const made = form.at(setbacks);
  if (!made || (isLevel4 && !made.isStraight)) {
    return failed(made ? { kind: 'legs-not-straight' } : { kind: 'no-leg', leg: 'first' });
  }
  const parts = keptParts(first, second, made.u, made.v, keep);
  if (!parts) return failed({ kind: 'no-leg', leg: rooms[0] < rooms[1] ? 'first' : 'second' });
  const missing = asked.needed.map((needed, i) => needed - rooms[i]);
  const worst = missing[1] > missing[0] ? 1 : 0;
  const isShort = share < 1 || asked.isOpen;
  return success({
    ...parts,
    between: made.curve,
    u: made.u,
    v: made.v,
    setbacks,
    fullness,
    smallestRadius: radiusOf(made.curve, plane),
    distance: distanceTo(made.curve, form.apex),
    short: isShort ? { leg: names[worst], by: asked.isOpen && !made.isStraight ? null : missing[worst] } : null,
  });
}

function checkOptions({ size, fullness, room }: SoftCornerOptions, level: number, ratio: number): void {
  mustBeWhole(level, 1, 4, 'level');
  mustBeAbove0(ratio, 'ratio');
  const asked: readonly (readonly [string, number | readonly number[]])[] = Object.entries(size);
  for (const [name, value] of asked) {
    for (const one of typeof value === 'number' ? [value] : value) mustBeAbove0(one, name);
  }
  if (fullness !== undefined && !(fullness >= 0 && fullness < 1)) {
    throw new RangeError(`fullness: a share from 0 to below 1 is needed, not ${fullness}`);
  }
  room?.forEach((length) => mustBeAbove0(length, 'room'));
}

/** One side of a corner: the curve from its kept end up to the corner. */
class Leg {
  readonly length: number;
  /** The unit tangent with which it comes to the corner; null where it stands still there. */
  readonly towards: Vector3 | null;
  private readonly measured: ArcLength;
  private readonly cornerLength: number;

  constructor(
    readonly curve: Curve,
    readonly corner: number,
    private readonly keep: KeptEnd,
  ) {
    this.measured = arcLength(curve);
    this.cornerLength = lengthAt(this.measured, corner);
    this.length = keep === 'start' ? this.cornerLength : this.measured.total - this.cornerLength;
    this.towards = this.jetAt(corner)?.tangent ?? null;
  }

  /** The parameter so many mm before the corner. */
  placeAt(setback: number): number {
    const { measured, cornerLength, keep } = this;
    const along = keep === 'start' ? cornerLength - setback : cornerLength + setback;
    return parameterAt(measured, Math.min(measured.total, Math.max(0, along)));
  }

  /** Running towards the corner. */
  jetAt(u: number): Jet | null {
    return jetAt(this.curve, u, this.keep === 'start' ? 'forward' : 'backward');
  }
}

/** Bends by less than this over the setback, in radians, are those of a straight leg. */
const STRAIGHT = 1e-9;

/** The soft corner on two legs as a function of the setbacks. */
class CornerForm {
  readonly apex: Vector3;

  constructor(
    private readonly legs: readonly [Leg, Leg],
    private readonly level: CornerLevel,
    private readonly fullness: number,
  ) {
    this.apex = evaluate(legs[0].curve, legs[0].corner);
  }

  at(setbacks: readonly [number, number]): { curve: Curve; u: number; v: number; isStraight: boolean } | null {
    const { legs, level, fullness } = this;
    const [u, v] = [legs[0].placeAt(setbacks[0]), legs[1].placeAt(setbacks[1])];
    const [first, second] = [legs[0].jetAt(u), legs[1].jetAt(v)];
    if (!first || !second) return null;
    const curve = new BlendForm(first, second, [level, level]).curveWith([
      magnitudeFor(level, fullness, setbacks[0]),
      magnitudeFor(level, fullness, setbacks[1]),
    ]);
    const isStraight = [first, second].every(
      (jet, i) => length(jet.curvature) * setbacks[i] < STRAIGHT && length(jet.rate) * setbacks[i] ** 2 < STRAIGHT,
    );
    return { curve, u, v, isStraight };
  }
}

/** |r'| at the ends: n = level + 1 points in line stand evenly. */
const magnitudeFor = (level: number, fullness: number, setback: number): number =>
  ((2 * level + 1) * setback * (1 - fullness)) / level;

const radiusOf = (curve: Curve, plane: Plane): number => smallestRadius(curve, normalOf(plane))?.radius ?? Infinity;

const distanceTo = (curve: Curve, apex: Vector3): number => closestPoint(curve, apex).distance;

interface Asked {
  readonly setbacks: [number, number];
  /** What would be needed; beyond the legs an estimate by their tangents. */
  readonly needed: readonly [number, number];
  /** The size is not reached with all of the legs. */
  readonly isOpen: boolean;
}

/** The setbacks for a size; null where legs bend that must not. */
function askedSetbacks(
  form: CornerForm,
  size: CornerSize,
  ratio: number,
  rooms: readonly [number, number],
  plane: Plane,
  mustBeStraight: boolean,
): Asked | null {
  if ('setbacks' in size) return { setbacks: [...size.setbacks], needed: size.setbacks, isOpen: false };
  if ('setback' in size) {
    const both = [size.setback, ratio * size.setback] as const;
    return { setbacks: [...both], needed: both, isOpen: false };
  }
  const wanted = 'radius' in size ? size.radius : size.distance;
  const most = Math.min(rooms[0], rooms[1] / ratio);
  const sizeAt = (first: number): number | null => {
    const made = form.at([first, ratio * first]);
    if (!made || (mustBeStraight && !made.isStraight)) return null;
    return 'radius' in size ? radiusOf(made.curve, plane) : distanceTo(made.curve, form.apex);
  };
  // Straight legs: both grow in proportion to the setback.
  const atMost = sizeAt(most);
  if (atMost === null) return null;
  if (atMost < wanted) {
    const needed = (most * wanted) / atMost;
    return { setbacks: [most, ratio * most], needed: [needed, ratio * needed], isOpen: true };
  }
  const off = (first: number) => (sizeAt(first) ?? 0) - wanted;
  let low = (most * wanted) / atMost;
  let high = low;
  for (let k = 0; k < MOST_WIDENINGS && off(low) > 0; k++) [low, high] = [low / WIDER, low];
  for (let k = 0; k < MOST_WIDENINGS && off(high) < 0; k++) [low, high] = [high, Math.min(most, high * WIDER)];
  const found = low === high ? low : signChange(off, low, high);
  return { setbacks: [found, ratio * found], needed: [found, ratio * found], isOpen: false };
}

const RULE = gaussRule(32);
const ROUNDS = 44;
/** Just before the middle. */
const BEFORE = 0.5 - 1e-4;

/** A corner of a turning angle between straight legs with setback 1. */
const straightCorner = (level: number, turn: number, fullness: number): Curve => {
  const none: Vector3 = [0, 0, 0];
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const into = (point: Vector3, tangent: Vector3): Jet => ({ point, tangent, curvature: none, rate: none });
  const a = magnitudeFor(level, fullness, 1);
  return new BlendForm(into([-1, 0, 0], [1, 0, 0]), into([c, s, 0], [-c, -s, 0]), [level, level]).curveWith([a, a]);
};

/**
 * The largest fullness with which a corner between straight legs has a single maximum of curvature, for a turning angle
 * in radians.
 */
export function fullestWithOnePeak(level: CornerLevel, turn: number): number {
  mustBeWhole(level, 1, 4, 'level');
  if (!(turn > 0 && turn < Math.PI)) {
    throw new RangeError(`turn: an angle between 0 and ${Math.PI} radians is needed, not ${turn}`);
  }
  const rises = (fullness: number) => curvatureAt(straightCorner(level, turn, fullness), BEFORE, normalOf(FRONT)).rate;
  const [low, high] = [0.01, 0.99];
  if (!(rises(low) > 0)) return low;
  return rises(high) > 0 ? high : signChange(rises, low, high);
}

/** The fullness whose corner between straight legs has the least E_mv, with a single maximum of curvature. */
export function fairestFullness(level: CornerLevel, turn: number): number {
  const most = fullestWithOnePeak(level, turn);
  return leastBetween((q) => variationBy(straightCorner(level, turn, q), RULE), 0, most, ROUNDS);
}
