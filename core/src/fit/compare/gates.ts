import type { Curve } from '../../curve/curve';
import { angleBetween, subtract, vectorAt } from '../../linear/vector';
import { arcLength } from '../../measure/arcLength';
import { selfCrossings } from '../../measure/crossings';
import { energies } from '../../measure/energies';
import { chordsOf } from '../parameters';

/** Why a fit that seeks its own shape is not offered for some points. */
export type Gate =
  /** The lines between the points turn too sharply at one of them; radians. */
  | { readonly kind: 'turn'; readonly index: number; readonly turn: number; readonly most: number }
  /** The curve is this many times as long as the lines between the points. */
  | { readonly kind: 'length'; readonly ratio: number; readonly most: number }
  /** The curve crosses itself more often than the lines do. */
  | { readonly kind: 'crossing'; readonly count: number }
  /** The plain cubic varies its curvature less. */
  | { readonly kind: 'no-gain' }
  /** Only points in a plane have it. */
  | { readonly kind: 'not-flat' }
  /** The search for it came to no end. */
  | { readonly kind: 'not-found' };

/** A curve longer than this many times the lines between its points has run away. */
const MOST_LENGTH = 1.3;

/** The sharpest turn of the lines between points, in radians from 0 to π, and the point where it is. */
export function sharpestTurn(points: Float64Array, closed: boolean): { readonly index: number; readonly turn: number } {
  const count = points.length / 3;
  let [index, turn] = [0, 0];
  for (let i = closed ? 0 : 1; i < (closed ? count : count - 1); i++) {
    const [before, here, after] = [(i + count - 1) % count, i, (i + 1) % count].map((k) => vectorAt(points, k));
    const angle = angleBetween(subtract(here, before), subtract(after, here));
    if (angle > turn) [index, turn] = [i, angle];
  }
  return { index, turn };
}

export function turnGate(points: Float64Array, closed: boolean, most: number): Gate | null {
  const { index, turn } = sharpestTurn(points, closed);
  return turn > most ? { kind: 'turn', index, turn, most } : null;
}

/** What a curve through points must not do: run on, or cross itself where the lines between the points do not. */
export function shapeGate(points: Float64Array, closed: boolean, curve: Curve, lines: Curve): Gate | null {
  const straight = chordsOf(points, closed).reduce((sum, chord) => sum + chord, 0);
  const ratio = arcLength(curve).total / straight;
  if (!(ratio <= MOST_LENGTH)) return { kind: 'length', ratio, most: MOST_LENGTH };
  const count = selfCrossings(curve).length - selfCrossings(lines).length;
  return count > 0 ? { kind: 'crossing', count } : null;
}

/** Whether it varies its curvature less than the plain curve: what was made least was so by a rule of a few nodes. */
export const gainGate = (curve: Curve, plain: Curve): Gate | null =>
  energies(curve).variation < energies(plain).variation ? null : { kind: 'no-gain' };
