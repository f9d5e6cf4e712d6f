import { distance, type Vector3 } from '../linear/vector';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { arcLength, lengthAt } from '../measure/arcLength';
import { closestPoint } from '../measure/closestPoint';
import { crossings } from '../measure/crossings';
import { checkPlane, type Plane } from '../plane/plane';
import { heightOf, inAxesOf, type NotFlat } from '../measure/flatten';
import { failed, type Result, success } from '../result';
import { mustBeAbove0, mustBeOneOf, mustBePoint } from '../refuse';

/** In mm: which side is the longer needs no more. */
const LENGTH = 1e-6;

/** Which end of a curve stays when its other side goes. */
export type KeptEnd = 'start' | 'end';

export interface CornerOptions {
  /** Which end of each curve stays: the longer side of the corner when left out. */
  readonly keep?: readonly [first: KeptEnd, second: KeptEnd];
  /** Where several corners are to choose from, the one nearest to this place; else the first along the first curve. */
  readonly near?: Vector3;
  /** The curves meet where they come this near, in mm. */
  readonly meets?: number;
}

/** Two curves in the axes of their plane, and where they make a corner. */
export interface Corner {
  readonly first: Curve;
  readonly second: Curve;
  readonly u: number;
  readonly v: number;
  readonly keep: readonly [KeptEnd, KeptEnd];
}

export type CornerFailure =
  | NotFlat
  /** The curves do not meet; `gap` is the least distance found between an end of one and the other, in mm. */
  | { readonly kind: 'no-corner'; readonly gap: number }
  /** A closed curve has no end to keep: open it first. */
  | { readonly kind: 'closed'; readonly which: 'first' | 'second' };

const MEETS = 1e-3;

/** Finds the corner that a fillet or chamfer is to take. */
export function cornerBetween(
  first: Curve,
  second: Curve,
  plane: Plane,
  { keep, near, meets = MEETS }: CornerOptions,
): Result<Corner, CornerFailure> {
  checkPlane(plane);
  mustBeAbove0(meets, 'meets');
  if (near) mustBePoint(near, 'near');
  if (keep) keep.forEach((end, i) => mustBeOneOf(end, ['start', 'end'], `keep[${i}]`));
  if (first.closing !== 'open') return failed({ kind: 'closed', which: 'first' });
  if (second.closing !== 'open') return failed({ kind: 'closed', which: 'second' });
  const [a, b] = [inAxesOf(plane, first), inAxesOf(plane, second)];
  const height = Math.max(heightOf(a), heightOf(b));
  if (!(height <= meets)) return failed({ kind: 'not-flat', height });

  const places = [
    ...crossings(a, b).map(
      (found) => (found.kind === 'point' ? [found.u, found.v] : [found.u[0], found.v[0]]) as [number, number],
    ),
    ...endsThatMeet(a, b, meets),
  ];
  if (places.length === 0) return failed({ kind: 'no-corner', gap: gapBetween(a, b) });
  const target = near;
  if (target) {
    const far = ([u]: [number, number]) => distance(evaluate(first, u), target);
    places.sort((p, q) => far(p) - far(q));
  }
  const [u, v] = places[0];
  return success({ first: a, second: b, u, v, keep: keep ?? [longerSide(a, u), longerSide(b, v)] });
}

/** Ends that lie on the other curve without crossing it to the last digit. */
function endsThatMeet(a: Curve, b: Curve, meets: number): [number, number][] {
  const found: [number, number][] = [];
  for (const u of domainOf(a)) {
    const near = closestPoint(b, evaluate(a, u));
    if (near.distance <= meets) found.push([u, near.u]);
  }
  for (const v of domainOf(b)) {
    const near = closestPoint(a, evaluate(b, v));
    if (near.distance <= meets) found.push([near.u, v]);
  }
  return found;
}

function gapBetween(a: Curve, b: Curve): number {
  let gap = Infinity;
  for (const u of domainOf(a)) gap = Math.min(gap, closestPoint(b, evaluate(a, u)).distance);
  for (const v of domainOf(b)) gap = Math.min(gap, closestPoint(a, evaluate(b, v)).distance);
  return gap;
}

function longerSide(curve: Curve, u: number): KeptEnd {
  const measured = arcLength(curve, LENGTH);
  return lengthAt(measured, u) >= measured.total / 2 ? 'start' : 'end';
}
