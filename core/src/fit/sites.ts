import { MAX_DEGREE } from '../curve/curve';
import { mustBeFinite, mustBeWhole } from '../refuse';

/**
 * What a curve is asked at: row i means the derivative of order `orders[i]` (0 is the place) at `parameters[i]`, read
 * on the left of a knot where `left[i]` is 1. Sorted by parameter, so that the rows of a collocation are banded.
 */
export interface Sites {
  readonly parameters: Float64Array;
  readonly orders: Uint8Array;
  readonly left: Uint8Array;
}

export interface Site {
  readonly u: number;
  readonly order: number;
  readonly left?: boolean;
}

/** Sites by parameter; at one place the left side's derivatives, the highest first, then the place, then the right side's. */
export const sitesInOrder = (list: readonly Site[]): Site[] =>
  [...list].sort((a, b) => a.u - b.u || rankOf(a) - rankOf(b));

const rankOf = ({ order, left }: Site): number => (left ? -order : order);

/** Sites packed from a list in order. Throws a RangeError for parameters that are not finite and orders that are not from 0 to 25. */
export function packSites(list: readonly Site[]): Sites {
  const count = list.length;
  const sites = { parameters: new Float64Array(count), orders: new Uint8Array(count), left: new Uint8Array(count) };
  for (let i = 0; i < count; i++) {
    const { u, order } = list[i];
    // The words only where they are needed: sites are packed by the hundred in a drag.
    if (!Number.isFinite(u)) mustBeFinite(u, `sites[${i}].u`);
    if (!(Number.isInteger(order) && order >= 0 && order <= MAX_DEGREE))
      mustBeWhole(order, 0, MAX_DEGREE, `sites[${i}].order`);
    sites.parameters[i] = u;
    sites.orders[i] = list[i].order;
    sites.left[i] = list[i].left ? 1 : 0;
  }
  return sites;
}

/** The list that `packSites` packed. */
export const listSites = ({ parameters, orders, left }: Sites): Site[] =>
  Array.from(parameters, (u, i) => ({ u, order: orders[i], left: left[i] === 1 }));
