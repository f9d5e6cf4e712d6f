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

/** Sites packed from a list. Throws a RangeError for parameters that are not finite and orders that are not from 0 to 25. */
export function packSites(list: readonly Site[]): Sites {
  const count = list.length;
  const sites = { parameters: new Float64Array(count), orders: new Uint8Array(count), left: new Uint8Array(count) };
  for (let i = 0; i < count; i++) {
    mustBeFinite(list[i].u, `sites[${i}].u`);
    mustBeWhole(list[i].order, 0, MAX_DEGREE, `sites[${i}].order`);
    sites.parameters[i] = list[i].u;
    sites.orders[i] = list[i].order;
    sites.left[i] = list[i].left ? 1 : 0;
  }
  return sites;
}

/** The list that `packSites` packed. */
export const listSites = ({ parameters, orders, left }: Sites): Site[] =>
  Array.from(parameters, (u, i) => ({ u, order: orders[i], left: left[i] === 1 }));
