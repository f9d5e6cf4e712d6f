import { countOf, type Curve } from '../curve/curve';
import { mustBeFinite } from '../refuse';

export interface Break {
  /** The parameter. */
  readonly u: number;
  /** How many knots stand there. */
  readonly multiplicity: number;
}

/** The different knots of the domain in order, its ends included, with their multiplicities. */
export function breaksOf(curve: Curve): Break[] {
  const { degree, knots } = curve;
  const [first, last] = [knots[degree], knots[countOf(curve)]];
  const breaks: { u: number; multiplicity: number }[] = [];
  for (const u of knots) {
    if (u < first || u > last) continue;
    const before = breaks.at(-1);
    if (before?.u === u) before.multiplicity++;
    else breaks.push({ u, multiplicity: 1 });
  }
  return breaks;
}

/** How many knots stand at u exactly; 0 between knots. */
export function multiplicityAt({ knots }: Pick<Curve, 'knots'>, u: number): number {
  mustBeFinite(u, 'parameter');
  return firstAfter(knots, u) - firstFrom(knots, u);
}

/** Index of the first knot that is not less than u. */
export function firstFrom(knots: Float64Array, u: number): number {
  let low = 0;
  let high = knots.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (knots[middle] < u) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Index of the first knot beyond u. */
export function firstAfter(knots: Float64Array, u: number): number {
  let index = firstFrom(knots, u);
  while (knots[index] === u) index++;
  return index;
}
