import { across, along, dot, length, negate, scale, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { toKnot } from '../knots/sameKnot';
import {
  mustBeAbove0,
  mustBeDirection,
  mustBeFinite,
  mustBeOneOf,
  mustBePoint,
  mustBeShare,
  mustBeWhole,
  UNIT,
} from '../refuse';
import { arcLength, parameterAt } from './arcLength';
import type { End } from './ends';
import { type Frame, frameAt } from './frame';

/** What a curve that goes on from another has to take over: what does not depend on the parameter, by order. */
export type Jet = Pick<Frame, 'point' | 'tangent' | 'curvature' | 'rate'>;

/** G0: the place; G1: the tangent too; G2: the curvature vector; G3: its rate. */
export type Level = 0 | 1 | 2 | 3;

/** A direction along a curve: that of its parameter, or against it. */
export type Sense = 'forward' | 'backward';

/** What a contact leaves free: r' = aT, and the parts of r'' and r''' along T. */
export interface Freedoms {
  /** mm, above 0. */
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

/** What an end of a curve has to go on from, and how smoothly. */
export interface Contact {
  /** That of the leader, running into the curve. */
  readonly jet: Jet;
  readonly level: Level;
  /** Freedoms that are given, by the curve's parameter run from that end. */
  readonly freedoms?: Partial<Freedoms>;
}

export interface Contacts {
  readonly start?: Contact;
  readonly end?: Contact;
}

const known: Readonly<Record<End, WeakMap<Curve, Jet | null>>> = { start: new WeakMap(), end: new WeakMap() };

/**
 * The jet with which a curve would go on beyond one of its ends; null where it stands still there. The same curve gives
 * the same jet, so that whoever follows it sees at once whether it has changed.
 */
export function jetBeyond(curve: Curve, end: End): Jet | null {
  mustBeOneOf(end, ['start', 'end'], 'end');
  const before = known[end].get(curve);
  if (before !== undefined) return before;
  const [first, last] = domainOf(curve);
  const jet = end === 'end' ? jetAt(curve, last, 'forward') : jetAt(curve, first, 'backward');
  known[end].set(curve, jet);
  return jet;
}

/**
 * The jet of a curve at a share of its length, for one that leaves it there along it or against it: that of the side
 * which the other one continues, which tells at a knot. Null where the curve stands still. Throws a RangeError for a
 * share outside of 0 to 1.
 */
export function jetAtShare(curve: Curve, share: number, sense: Sense): Jet | null {
  mustBeShare(share, 'share');
  mustBeOneOf(sense, ['forward', 'backward'], 'sense');
  const measured = arcLength(curve);
  const [first, last] = domainOf(curve);
  let u = toKnot(curve, parameterAt(measured, share * measured.total));
  // At the seam of a closed curve the other side stands at the other end.
  if (curve.closing !== 'open' && u === first && sense === 'forward') u = last;
  else if (curve.closing !== 'open' && u === last && sense === 'backward') u = first;
  return jetAt(curve, u, sense);
}

/** The jet at u of the curve as it comes there in a sense; null where it stands still. */
export function jetAt(curve: Curve, u: number, sense: Sense): Jet | null {
  const frame = frameAt(curve, u, sense === 'forward' ? 'left' : 'right');
  if (!frame) return null;
  const { point, tangent, curvature, rate } = frame;
  return sense === 'forward' ? { point, tangent, curvature, rate } : turnedJet({ point, tangent, curvature, rate });
}

/** The same place run through backwards: curvature vectors do not turn. */
export const turnedJet = ({ point, tangent, curvature, rate }: Jet): Jet => ({
  point,
  tangent: negate(tangent),
  curvature,
  rate: negate(rate),
});

const isSame = (a: Vector3, b: Vector3): boolean => a[0] === b[0] && a[1] === b[1] && a[2] === b[2];

/** To the last bit. */
export const isSameJet = (a: Jet, b: Jet): boolean =>
  isSame(a.point, b.point) &&
  isSame(a.tangent, b.tangent) &&
  isSame(a.curvature, b.curvature) &&
  isSame(a.rate, b.rate);

/**
 * The derivatives of orders 1 to `level` by which a curve takes over a jet: r' = aT, r'' = a²K + bT,
 * r''' = a³J + 3abK + cT, where J = e − |K|²T is d³r/ds³. (Beta constraints: Barsky, DeRose, Geometric continuity of
 * parametric curves, IEEE CG&A 1989.)
 */
export function contactDerivatives({ tangent, curvature, rate }: Jet, level: Level, { a, b, c }: Freedoms): Vector3[] {
  const all: Vector3[] = [];
  if (level >= 1) all.push(scale(tangent, a));
  if (level >= 2) all.push(along(scale(curvature, a * a), tangent, b));
  if (level >= 3) {
    const third = along(rate, tangent, -dot(curvature, curvature));
    all.push(along(along(scale(third, a * a * a), curvature, 3 * a * b), tangent, c));
  }
  return all;
}

/** In 1/mm and 1/mm²: beyond it products leave what a number can hold; curves of hardly any size come to 1e20. */
const STRONGEST = 1e60;

function mustBeHeld(vector: Vector3, name: string): void {
  for (const x of vector) {
    mustBeFinite(x, name);
    if (Math.abs(x) > STRONGEST) throw new RangeError(`${name}: at most ${STRONGEST} can be held, not ${x}`);
  }
}

/** Throws a RangeError for a place and a tangent that are none. */
export function checkRay({ point, tangent }: Pick<Jet, 'point' | 'tangent'>, name: string): void {
  mustBePoint(point, `${name}.point`);
  mustBeDirection(tangent, `${name}.tangent`);
  if (!(Math.abs(length(tangent) - 1) < UNIT)) {
    throw new RangeError(`${name}.tangent: a vector of length 1 is needed, not ${tangent.join(', ')}`);
  }
}

/** Throws a RangeError for a jet that no curve has. */
export function checkJet({ point, tangent, curvature, rate }: Jet, name: string): void {
  checkRay({ point, tangent }, name);
  mustBeHeld(curvature, `${name}.curvature`);
  mustBeHeld(rate, `${name}.rate`);
}

/**
 * The contacts with their curvature and rate vectors across the tangent: what of them lies along it is rounding. Throws
 * a RangeError for contacts that no curve can have.
 */
export function checkedContacts({ start, end }: Contacts): Contacts {
  return { ...(start && { start: checkedContact(start, 'start') }), ...(end && { end: checkedContact(end, 'end') }) };
}

export function checkedContact(contact: Contact, name: string): Contact {
  checkJet(contact.jet, `${name}.jet`);
  mustBeWhole(contact.level, 0, 3, `${name}.level`);
  const { a, b = 0, c = 0 } = contact.freedoms ?? {};
  if (a !== undefined) mustBeAbove0(a, `${name}.freedoms.a`);
  mustBeFinite(b, `${name}.freedoms.b`);
  mustBeFinite(c, `${name}.freedoms.c`);
  const { tangent, curvature, rate } = contact.jet;
  const jet = { ...contact.jet, curvature: across(curvature, tangent), rate: across(rate, tangent) };
  return { ...contact, jet };
}
